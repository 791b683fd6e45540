<?php
/* Prints the classes of a folder's files that can be loaded, as JSON: loadable.php FOLDER AUTOLOAD
 * With "-" for AUTOLOAD, each is loaded from the file that declares it, and what it needs likewise; otherwise by
 * that autoloader alone. Each is loaded in a process of its own. */
[, $folder, $autoload] = $argv;
chdir($folder);
set_include_path(".:$folder");
$places = [];
$names = [];
$walk = new RecursiveIteratorIterator(new RecursiveDirectoryIterator($folder, FilesystemIterator::SKIP_DOTS));
foreach ($walk as $file) {
    $path = $file->getPathname();
    if (!preg_match('/\.(php|inc)$/', $path) || strpos($path, '/.pfeiler/') || is_link($path)) continue;
    if (strpos($path, "$folder/vendor/composer/") === 0 || strpos($path, '/composer-packages/')) continue;
    $space = '';
    $tokens = @PhpToken::tokenize(file_get_contents($path));
    $n = count($tokens);
    for ($i = 0; $i < $n; $i++) {
        $t = $tokens[$i];
        if ($t->is(T_NAMESPACE)) {
            for ($k = $i + 1; $k < $n && $tokens[$k]->isIgnorable(); $k++);
            if ($k < $n && $tokens[$k]->is([T_STRING, T_NAME_QUALIFIED])) $space = $tokens[$k]->text . '\\';
        }
        if (!$t->is([T_CLASS, T_INTERFACE, T_TRAIT, T_ENUM])) continue;
        for ($b = $i - 1; $b > 0 && $tokens[$b]->isIgnorable(); $b--);
        if ($b > 0 && $tokens[$b]->is([T_DOUBLE_COLON, T_NEW, T_OBJECT_OPERATOR])) continue;
        for ($k = $i + 1; $k < $n && $tokens[$k]->isIgnorable(); $k++);
        if ($k < $n && $tokens[$k]->is(T_STRING)) {
            $name = $space . $tokens[$k]->text;
            $names[strtolower($name)] = $name;
            $places[strtolower($name)][] = $path;
        }
    }
}
$found = [];
foreach ($names as $class) {
    $pair = stream_socket_pair(STREAM_PF_UNIX, STREAM_SOCK_STREAM, 0);
    $child = pcntl_fork();
    if ($child === 0) {
        fclose($pair[0]);
        fclose(STDOUT);
        ob_start();
        pcntl_alarm(10);
        if ($autoload === '-') {
            spl_autoload_register(function ($name) use ($places) {
                foreach (array_slice($places[strtolower($name)] ?? [], 0, 1) as $path) include_once $path;
            });
        } else require $autoload;
        $there = class_exists($class) || interface_exists($class, false) || trait_exists($class, false);
        fwrite($pair[1], $there ? '1' : '0');
        posix_kill(getmypid(), SIGKILL);
    }
    fclose($pair[1]);
    if (fread($pair[0], 1) === '1') $found[] = $class;
    fclose($pair[0]);
    pcntl_waitpid($child, $status);
}
echo "\n", json_encode($found), "\n";

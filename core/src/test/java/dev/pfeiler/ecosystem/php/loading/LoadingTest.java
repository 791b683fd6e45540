package dev.pfeiler.ecosystem.php.loading;

import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.Sketch;
import dev.pfeiler.ecosystem.php.source.PhpReader;
import dev.pfeiler.ecosystem.php.source.PhpSource;
import dev.pfeiler.tree.ProjectTree;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class LoadingTest {
    @TempDir
    Path folder;

    private Sketch sketch;
    private Loading loading;
    private final Map<String, PhpSource> sources = new TreeMap<>();

    @BeforeEach
    void setUp() throws IOException {
        sketch = new Sketch(folder)
                .file("lib/a.php", "<?php class A {}")
                .file("lib/b.php", "<?php class B {}")
                .file("lib/in/c.php", "<?php class C {}")
                .file("web/a.php", "<?php echo 1;");
    }

    private void read() throws IOException {
        ProjectTree tree = sketch.tree();
        for (var file : tree.files())
            if (file.extension().equals("php"))
                sources.put(
                        file.path(),
                        PhpReader.read(file.path(), tree.text(file.path()).content()));
        loading = new Loading(tree, sources);
    }

    /** What each place of a file of these lines loads. */
    private List<String> loaded(String... lines) throws IOException {
        sketch.file("web/x.php", "<?php\n" + String.join("\n", lines));
        read();
        return loading.of(sources.get("web/x.php")).stream()
                .map(l -> l.file().orElse(l.written() + " " + l.files().size()))
                .toList();
    }

    @Test
    void pathsAreWorkedOut() throws IOException {
        assertThat(loaded(
                        "require __DIR__ . '/../lib/a.php';",
                        "require dirname(__FILE__) . '/../lib/b.php';",
                        "require dirname(dirname(__FILE__)) . DIRECTORY_SEPARATOR . 'lib' . '/in/c.php';",
                        "require dirname(__DIR__, 1) . '/lib/a.php';",
                        "require realpath(__DIR__ . '/..') . \"/lib/b.php\";",
                        "require '../lib/in/c.php';",
                        "require 'lib/a.php';"))
                .containsExactly(
                        "lib/a.php",
                        "lib/b.php",
                        "lib/in/c.php",
                        "lib/a.php",
                        "lib/b.php",
                        "lib/in/c.php",
                        "lib/a.php");
    }

    @Test
    void constantsVariablesAndFunctionsOfTheProjectCount() throws IOException {
        sketch.file(
                "lib/base.php",
                "<?php",
                "define('BASE', dirname(__DIR__) . '/');",
                "const LIBRARY = BASE . 'lib/';",
                "function base_path($path) { return BASE . $path; }");
        assertThat(loaded(
                        "$lib = BASE . 'lib';",
                        "require BASE . 'lib/a.php';",
                        "require LIBRARY . 'b.php';",
                        "require $lib . '/in/c.php';",
                        "require \"$lib/a.php\";",
                        "require \"{$lib}/b.php\";",
                        "require base_path('lib/a.php');"))
                .containsExactly("lib/a.php", "lib/b.php", "lib/in/c.php", "lib/a.php", "lib/b.php", "lib/a.php");
    }

    @Test
    void whatIsNotCertainIsNotCalledSo() throws IOException {
        assertThat(loaded(
                        "require __DIR__ . '/../lib/' . $_GET['x'] . '.php';",
                        "require $unknown;",
                        "require 'a.php'; // web/a.php",
                        "$twice = 'lib/a.php'; $twice = 'lib/b.php'; require $twice;",
                        "require '/usr/share/php/x.php';",
                        "require '../../outside.php';",
                        "require A . B; define('A', B); define('B', A);",
                        "require __DIR__ . '/gone.php';"))
                .containsExactly(
                        "lib/….php 3",
                        "… 0",
                        "web/a.php",
                        "… 0",
                        "/usr/share/php/x.php 0",
                        "../../outside.php 0",
                        "… 0",
                        "web/gone.php 0");
    }

    @Test
    void theIncludePathIsLookedThrough() throws IOException {
        assertThat(loaded(
                        "set_include_path(get_include_path() . PATH_SEPARATOR . __DIR__ . '/../lib/in');",
                        "require 'c.php';"))
                .containsExactly("lib/in/c.php");
    }

    /** What is only found with an include path that nothing in the project sets. */
    @Test
    void theIncludePathOfUsersIsPresumed() throws IOException {
        sketch.file("other/c/d.php", "<?php class D {}").file("other/e.php", "<?php class E {}");
        assertThat(loaded("require 'in/c.php';", "require 'e.php';", "require './in/c.php';", "require 'b.php';"))
                .as("a name alone may be that of any file, but for one in a folder that is known")
                .containsExactly("lib/in/c.php", "e.php 0", "./in/c.php 0", "lib/b.php");
        assertThat(loading.folders()).containsExactly("lib");
        List<Loaded> loads = loading.of(sources.get("web/x.php"));
        assertThat(loads).extracting(loading::needsIncludePath).containsExactly(true, false, false, true);
    }

    @Test
    void autoloadersAreUnderstoodByWhatTheyLoad() throws IOException {
        sketch.file("model/Port/Ship.php", "<?php namespace Port; class Ship {}")
                .file("model/Port/other.php", "<?php namespace Port; class Crane {}")
                .file("old/class.Quay.php", "<?php class Quay {}");
        assertThat(loaded(
                        "spl_autoload_register(function ($c) { $f = __DIR__ . '/../model/' . strtr($c, '\\\\', '/') . '.php'; if (is_file($f)) require $f; });",
                        "function old($name) { require_once '../old/class.' . $name . '.php'; }",
                        "spl_autoload_register('old');"))
                .hasSize(2);
        List<Autoloader> found = Autoloader.in(sources.values(), loading);
        assertThat(found).hasSize(2).allMatch(Autoloader::understood);
        assertThat(found.get(0).files()).containsExactly("model/Port/Ship.php");
        assertThat(found.get(1).files()).containsExactly("old/class.Quay.php");
        assertThat(found.get(1).function()).isEqualTo("old");
    }

    @Test
    void formatsAndEndsOfPathsCount() throws IOException {
        assertThat(loaded(
                        "require sprintf('%s/%s.php', dirname(__DIR__) . '/lib', 'a');",
                        "require $_GET['top'] . '/in/c.php';",
                        "require $_GET['top'] . 'a.php';",
                        "require $_GET['name'] . '.php';"))
                .as("of the last one nothing is known")
                .containsExactly("lib/a.php", "…/in/c.php 1", "…a.php 2", "….php 0");
    }
}

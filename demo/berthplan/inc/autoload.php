<?php
// Loads the classes of app/code/ when they are first used.
spl_autoload_register(function ($class) {
    $prefix = 'Haldervik\\Berthplan\\';
    if (strncmp($class, $prefix, strlen($prefix)) !== 0) {
        return;
    }
    $file = ROOT . '/app/code/' . str_replace('\\', '/', substr($class, strlen($prefix))) . '.php';
    if (is_file($file)) {
        require $file;
    }
});

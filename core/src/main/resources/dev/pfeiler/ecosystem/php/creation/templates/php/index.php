<?php

declare(strict_types=1);

use [=namespace]\Knots;

require __DIR__ . '/../vendor/autoload.php';

$path = parse_url($_SERVER['REQUEST_URI'], PHP_URL_PATH);
if ($path === '/') {
    readfile(__DIR__ . '/page.html');
    return;
}
header('Content-Type: text/plain; charset=utf-8');
switch ($path) {
    case '/knots':
        try {
            printf("%.2F m/s\n", Knots::toMetresPerSecond(Knots::parse($_GET['value'] ?? '')));
        } catch (InvalidArgumentException $e) {
            http_response_code(400);
            echo 'Not a speed: ', $e->getMessage();
        }
        break;
[#list examples as example]
    case '/[=example.need]':
        echo [=example.code];
        break;
[/#list]
    default:
        http_response_code(404);
        echo 'Not found';
}

<?php

require __DIR__ . '/../vendor/autoload.php';

use Haldervik\Dredger\Basin;

foreach (Basin::cases() as $basin) {
    echo $basin->value, "\n";
}

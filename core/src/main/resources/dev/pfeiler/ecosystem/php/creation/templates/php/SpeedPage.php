<?php

declare(strict_types=1);

namespace [=namespace];

/** A text about a speed, from templates/speed.php. */
final class SpeedPage
{
    public static function of(float $knots): string
    {
        ob_start();
        include dirname(__DIR__) . '/templates/speed.php';

        return (string) ob_get_clean();
    }
}

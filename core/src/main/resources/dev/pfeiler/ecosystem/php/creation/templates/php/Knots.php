<?php

declare(strict_types=1);

namespace [=namespace];

/** Speeds in knots. */
final class Knots
{
    private const METRES_PER_SECOND = 0.514444;

    /** A speed in metres per second. */
    public static function toMetresPerSecond(float $knots): float
    {
        if ($knots < 0) {
            throw new \InvalidArgumentException("a negative speed: $knots");
        }

        return $knots * self::METRES_PER_SECOND;
    }
}

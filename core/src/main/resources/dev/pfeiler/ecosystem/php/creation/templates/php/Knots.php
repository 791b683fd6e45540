<?php

declare(strict_types=1);

namespace [=namespace];

/** Speeds in knots. */
final class Knots
{
    private const METRES_PER_SECOND = 0.514444;

    /**
     * A speed as it is written.
     *
     * @throws \InvalidArgumentException if it is not a number
     */
    public static function parse($text): float
    {
        if (!is_string($text) || !is_numeric($text)) {
            throw new \InvalidArgumentException('not a number');
        }

        return (float) $text;
    }

    /**
     * A speed in metres per second.
     *
     * @throws \InvalidArgumentException if it is negative, infinite or not a number
     */
    public static function toMetresPerSecond(float $knots): float
    {
        if ($knots < 0 || !is_finite($knots)) {
            throw new \InvalidArgumentException("negative or not finite: $knots");
        }

        return $knots * self::METRES_PER_SECOND;
    }
}

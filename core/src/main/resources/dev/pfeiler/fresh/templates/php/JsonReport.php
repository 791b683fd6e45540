<?php

declare(strict_types=1);

namespace [=namespace];

/** A conversion as JSON. */
final class JsonReport
{
    public static function of(float $knots): string
    {
        $report = ['knots' => $knots, 'metresPerSecond' => Knots::toMetresPerSecond($knots)];

        return json_encode($report, JSON_THROW_ON_ERROR);
    }
}

<?php

declare(strict_types=1);

namespace [=namespace];

/** A speed as JSON. */
final class JsonReport
{
    public static function of(float $knots): string
    {
        return json_encode(['knots' => $knots, 'place' => 'north pier'], JSON_THROW_ON_ERROR);
    }
}

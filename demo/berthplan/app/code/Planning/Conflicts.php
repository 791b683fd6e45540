<?php

namespace Haldervik\Berthplan\Planning;

final class Conflicts
{
    public static function among(array $bookings)
    {
        $pairs = [];
        foreach ($bookings as $i => $one) {
            foreach (array_slice($bookings, $i + 1) as $other) {
                if ($one->clashesWith($other)) {
                    $pairs[] = [$one, $other];
                }
            }
        }
        return $pairs;
    }
}

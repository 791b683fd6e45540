<?php

namespace Haldervik\Berthplan\Planning;

class Report
{
    private $day;

    public function __construct($day)
    {
        $this->day = $day;
    }

    public function text(array $bookings)
    {
        $lines = ['Berths on ' . $this->day];
        foreach ($bookings as $booking) {
            $pad = str_repeat(' ', max(1, 14 - mb_strlen($booking->berth)));
            $lines[] = '  ' . $booking->berth . $pad . $booking->ship . ', ' . $booking->hours . ' h';
        }
        return implode("\n", $lines) . "\n";
    }
}

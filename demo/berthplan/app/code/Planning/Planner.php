<?php

namespace Haldervik\Berthplan\Planning;

use Haldervik\Berthplan\Model\Booking;

class Planner
{
    /** @var Booking[] */
    private $bookings;

    public function __construct(array $bookings)
    {
        $this->bookings = $bookings;
    }

    public function on($day)
    {
        return array_values(array_filter($this->bookings, function (Booking $booking) use ($day) {
            return $booking->day === $day;
        }));
    }

    public function conflicts($day)
    {
        return Conflicts::among($this->on($day));
    }
}

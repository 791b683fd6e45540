<?php

namespace Haldervik\Berthplan\Model;

class Booking
{
    public $day;
    public $berth;
    public $ship;
    public $hours;

    public function __construct($day, $berth, $ship, $hours)
    {
        $this->day = $day;
        $this->berth = $berth;
        $this->ship = $ship;
        $this->hours = (int) $hours;
    }

    public function clashesWith(Booking $other)
    {
        return $this->day === $other->day && $this->berth === $other->berth && $this->ship !== $other->ship;
    }
}

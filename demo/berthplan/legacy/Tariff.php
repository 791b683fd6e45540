<?php

class Tariff
{
    var $perHour;

    function __construct($perHour)
    {
        $this->perHour = $perHour;
    }

    function of($booking)
    {
        return number_format($this->perHour * $booking->hours, 2, ',', ' ');
    }
}

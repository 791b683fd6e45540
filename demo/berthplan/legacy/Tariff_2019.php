<?php

// Before the council raised it.
class Tariff
{
    function of($booking)
    {
        return $booking->hours * 11;
    }
}

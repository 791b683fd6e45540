<?php

use Brygge\CsvLine\Reader;
use Haldervik\Berthplan\Model\Booking;

/** All bookings that were entered. */
function bookings()
{
    $bookings = [];
    foreach (Reader::file(ROOT . '/data/bookings.csv') as $row) {
        $bookings[] = new Booking($row[0], $row[1], $row[2], $row[3]);
    }
    return $bookings;
}

function metres($length)
{
    return number_format($length, 1, ',', ' ') . ' m';
}

function page($name, array $values)
{
    extract($values);
    include ROOT . '/templates/' . $name . '.phtml';
}

<?php

namespace Haldervik\Berthplan\Model;

use Brygge\CsvLine\Reader;

class Ship
{
    public $name;
    public $length;

    private function __construct($name, $length)
    {
        $this->name = $name;
        $this->length = $length;
    }

    public static function named($name)
    {
        foreach (Reader::file(__DIR__ . '/../../../data/ships.csv') as $row) {
            if ($row[0] === $name) {
                return new self($row[0], (float) $row[1]);
            }
        }
        return new self($name, 0.0);
    }
}

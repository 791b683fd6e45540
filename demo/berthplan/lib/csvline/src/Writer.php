<?php

namespace Brygge\CsvLine;

class Writer
{
    private $separator;

    public function __construct($separator)
    {
        $this->separator = $separator;
    }

    public function line(array $values)
    {
        return implode($this->separator, $values);
    }
}

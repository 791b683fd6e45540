<?php

namespace Brygge\CsvLine;

class Reader
{
    const VERSION = '1.4.0';

    public static function file($path)
    {
        $rows = [];
        foreach (file($path, FILE_IGNORE_NEW_LINES) as $line) {
            if ($line !== '') {
                $rows[] = explode(';', $line);
            }
        }
        return $rows;
    }
}

<?php
namespace Haldervik\Report;

/** A table of names and numbers. */
class Table
{
    public function of(array $rows)
    {
        $text = '';
        foreach ($rows as $name => $number) {
            $text .= str_pad($name, 12) . $number . "\n";
        }
        return $text;
    }
}

<?php
namespace Haldervik\Report;

/** The calls of ships at the port. */
class Calls
{
    public function all()
    {
        return array('Måken' => 4, 'Havsula' => 2);
    }
}

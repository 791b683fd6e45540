<?php

class TideTable
{
    /** High water on a day, by the old rule of thumb of the pilots. */
    function highWater($day)
    {
        $minutes = (int) date('z', strtotime($day)) * 50 % 745;
        return sprintf('%02d.%02d', $minutes / 60, $minutes % 60);
    }
}

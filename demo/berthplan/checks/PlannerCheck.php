<?php

use Haldervik\Berthplan\Model\Booking;
use Haldervik\Berthplan\Planning\Planner;

class PlannerCheck
{
    function findsWhatIsOnADay()
    {
        $planner = new Planner([new Booking('2024-05-02', 'Nordkai', 'Havbris', 2)]);
        return count($planner->on('2024-05-02')) === 1 && $planner->on('2024-05-03') === [];
    }

    function findsConflicts()
    {
        $planner = new Planner([
            new Booking('2024-05-02', 'Nordkai', 'Havbris', 2),
            new Booking('2024-05-02', 'Nordkai', 'Lunde', 2),
        ]);
        return count($planner->conflicts('2024-05-02')) === 1;
    }

    function countsHours()
    {
        $tariff = new Tariff(10);
        return $tariff->of(new Booking('2024-05-02', 'Nordkai', 'Havbris', 2)) === '20,00';
    }
}

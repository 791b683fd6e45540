<?php
/* The plan of one day. */
require_once dirname(__FILE__) . '/../inc/bootstrap.php';
require_once ROOT . '/legacy/class.TideTable.php';
require_once ROOT . '/legacy/Tariff.php';

use Haldervik\Berthplan\Planning\Planner;

$day = isset($_GET['day']) && preg_match('/^\d{4}-\d\d-\d\d$/', $_GET['day']) ? $_GET['day'] : '2024-05-02';
$planner = new Planner(bookings());
$tides = new TideTable();
page('plan', [
    'day' => $day,
    'bookings' => $planner->on($day),
    'conflicts' => $planner->conflicts($day),
    'high' => $tides->highWater($day),
    'tariff' => new Tariff($settings['tariff']),
]);

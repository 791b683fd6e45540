<?php
require_once '../inc/bootstrap.php';
require_once ROOT . '/app/code/Model/Ship.php';

use Haldervik\Berthplan\Model\Ship;

$ship = Ship::named(isset($_GET['name']) ? $_GET['name'] : 'Havbris');
page('ship', ['ship' => $ship, 'metres' => metres($ship->length)]);

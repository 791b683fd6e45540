<?php
// Everything starts here.
define('ROOT', dirname(__DIR__));
date_default_timezone_set('Europe/Oslo');
mb_internal_encoding('UTF-8');

require_once ROOT . '/inc/autoload.php';
require_once ROOT . '/inc/functions.php';
require_once ROOT . '/app/code/Model/Ship.php';
require_once ROOT . '/app/code/Model/Booking.php';
require_once ROOT . '/lib/csvline/src/Reader.php';
require_once ROOT . '/lib/csvline/src/Writer.php';
require_once ROOT . '/inc/errors.php'; // also sets the error handler

$settings = require ROOT . '/inc/settings.php';

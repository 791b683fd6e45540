<?php
/* The report of a month: php monthly.php [--help] */
require_once dirname(__FILE__) . '/lib/Calls.php';
require_once dirname(__FILE__) . '/lib/Table.php';

use Haldervik\Report\Calls;
use Haldervik\Report\Table;

if (in_array('--help', $argv)) {
    echo "monthly.php prints the calls of a month\n";
    exit(0);
}
$calls = new Calls();
echo (new Table())->of($calls->all());

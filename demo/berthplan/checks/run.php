<?php
// All checks: php checks/run.php
chdir(dirname(__FILE__));
require_once '../inc/bootstrap.php';
require_once 'PlannerCheck.php';
require_once '../legacy/Tariff.php';

$check = new PlannerCheck();
$failed = 0;
foreach (get_class_methods($check) as $method) {
    $ok = $check->$method();
    echo $ok ? 'ok    ' : 'WRONG ', $method, "\n";
    $failed += $ok ? 0 : 1;
}
exit($failed === 0 ? 0 : 1);

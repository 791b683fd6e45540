<?php

declare(strict_types=1);

namespace [=namespace];

/** Speeds that are kept in a database file. */
final class Readings
{
    /** Stores a speed in knots; how many there are now. */
    public static function store(float $knots): string
    {
        $database = new \PDO('sqlite:' . dirname(__DIR__) . '/[=name].db');
        $database->setAttribute(\PDO::ATTR_ERRMODE, \PDO::ERRMODE_EXCEPTION);
        $database->exec('create table if not exists readings (knots double precision not null)');
        $database->prepare('insert into readings values (?)')->execute([$knots]);

        return 'readings stored: ' . $database->query('select count(*) from readings')->fetchColumn();
    }
}

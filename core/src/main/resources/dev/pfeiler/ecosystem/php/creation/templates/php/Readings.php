<?php

declare(strict_types=1);

namespace [=namespace];

[#if serving.database == "sqlite"]
/** Speeds that are kept in a database file. */
[#else]
/** Speeds that are kept in the database that DATABASE_URL, DATABASE_USER and DATABASE_PASSWORD name in the environment. */
[/#if]
final class Readings
{
    /** Stores a speed in knots; how many there are now. */
    public static function store(float $knots): string
    {
[#if serving.database == "sqlite"]
        $database = new \PDO('sqlite:' . dirname(__DIR__) . '/[=name].db');
[#else]
        $database = new \PDO(
            (string) getenv('DATABASE_URL'),
            (string) getenv('DATABASE_USER'),
            (string) getenv('DATABASE_PASSWORD')
        );
[/#if]
        $database->setAttribute(\PDO::ATTR_ERRMODE, \PDO::ERRMODE_EXCEPTION);
        $database->exec('create table if not exists readings (knots double precision not null)');
        $database->prepare('insert into readings (knots) values (?)')->execute([$knots]);

        return 'readings stored: ' . $database->query('select count(*) from readings')->fetchColumn();
    }
}

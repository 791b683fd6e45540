create table if not exists readings (knots double precision not null);

create table readings (knots double precision not null);

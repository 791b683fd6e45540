import pg from "pg";

const pool = new pg.Pool({ connectionString: process.env.DATABASE_URL });

const ready = pool.query("create table if not exists readings (knots double precision not null)");

/** Stores a speed in knots in the database that DATABASE_URL names; how many there are now. */
export async function storeReading(knots[#if language == "typescript"]: number[/#if])[#if language == "typescript"]: Promise<string>[/#if] {
  await ready;
  await pool.query("insert into readings (knots) values ($1)", [knots]);
  const result = await pool.query("select count(*) from readings");
  return `readings stored: ${result.rows[0].count}`;
}

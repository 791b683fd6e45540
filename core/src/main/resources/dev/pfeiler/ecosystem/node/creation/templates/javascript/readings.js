import initSqlJs from "sql.js";

/** Stores a speed in knots in a database in memory; how many there are now. */
export async function storeReading(knots[#if language == "typescript"]: number[/#if])[#if language == "typescript"]: Promise<string>[/#if] {
  const sql = await initSqlJs();
  const database = new sql.Database();
  database.run("create table readings (knots double precision not null)");
  database.run("insert into readings values (?)", [knots]);
  const [count] = database.exec("select count(*) from readings");
  return `readings stored: ${count.values[0][0]}`;
}

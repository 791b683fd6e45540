import { readFile, writeFile } from "node:fs/promises";
import initSqlJs from "sql.js";

const FILE = "readings.db";

/** Stores a speed in knots in a database file; how many there are now. */
export async function storeReading(knots[#if language == "typescript"]: number[/#if])[#if language == "typescript"]: Promise<string>[/#if] {
  const sql = await initSqlJs();
  const database = new sql.Database(await readFile(FILE).catch(() => undefined));
  database.run("create table if not exists readings (knots double precision not null)");
  database.run("insert into readings (knots) values (?)", [knots]);
  const [count] = database.exec("select count(*) from readings");
  await writeFile(FILE, database.export());
  return `readings stored: ${count.values[0][0]}`;
}

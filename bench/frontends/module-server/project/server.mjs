import express from "express";
import { fileURLToPath } from "node:url";
import { readFileSync } from "node:fs";
const app = express();
app.use(express.static(fileURLToPath(new URL("./public", import.meta.url))));
app.get("/pilots", (request, response) =>
  response.json(JSON.parse(readFileSync(new URL("./data/pilots.json", import.meta.url), "utf8"))));
app.listen(process.env.PORT ?? 8096);

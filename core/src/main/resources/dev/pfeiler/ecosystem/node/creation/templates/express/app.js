import express[#if language == "typescript"], { type ErrorRequestHandler }[/#if] from "express";
import { fileURLToPath } from "node:url";
import { toMetresPerSecond } from "./knots.js";
[#list imports as import]
[=import]
[/#list]

export const app = express();

app.use(express.static(fileURLToPath(new URL("[#if language == "typescript"]../[/#if]../public", import.meta.url))));

app.get("/knots", (request, response) => {
  const value = String(request.query.value ?? "").trim();
  response.type("text/plain").send(`${toMetresPerSecond(Number(value || NaN)).toFixed(2)} m/s\n`);
});
[#list examples as example]

app.get("/[=example.need]", async (request, response) => {
  response.type("text/plain").send(await [=example.code]);
});
[/#list]

[#if language == "typescript"]
const reject: ErrorRequestHandler = (error, request, response, next) => {
[#else]
function reject(error, request, response, next) {
[/#if]
  if (error instanceof RangeError) response.status(400).type("text/plain").send(error.message);
  else next(error);
}[#if language == "typescript"];[/#if]

app.use(reject);

import files from "@fastify/static";
import { fastify } from "fastify";
import { fileURLToPath } from "node:url";
import { toMetresPerSecond } from "./knots.js";
[#list imports as import]
[=import]
[/#list]

export const app = fastify();

app.register(files, { root: fileURLToPath(new URL("[#if language == "typescript"]../[/#if]../public", import.meta.url)) });

app.get[#if language == "typescript"]<{ Querystring: { value: number } }>[/#if]("/knots", {
  schema: { querystring: { type: "object", required: ["value"], properties: { value: { type: "number", minimum: 0 } } } },
}, async (request, reply) => {
  reply.type("text/plain; charset=utf-8");
  return `${toMetresPerSecond(request.query.value).toFixed(2)} m/s\n`;
});
[#list examples as example]

app.get("/[=example.need]", async (request, reply) => {
  reply.type("text/plain; charset=utf-8");
  return [=example.code];
});
[/#list]

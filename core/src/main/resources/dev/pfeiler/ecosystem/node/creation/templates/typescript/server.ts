import { readFile } from "node:fs/promises";
import { createServer } from "node:http";
import { toMetresPerSecond } from "./knots.js";
[#list imports as import]
[=import]
[/#list]

type Answer = (query: URLSearchParams) => string | Promise<string>;

const answers: Record<string, Answer | undefined> = {
  "/": () => readFile(new URL("../../public/index.html", import.meta.url), "utf8"),
  "/knots": (query) => `${toMetresPerSecond(Number(query.get("value")?.trim() || NaN)).toFixed(2)} m/s\n`,
[#list examples as example]
  "/[=example.need]": () => [=example.code],
[/#list]
};

/** Status, type and text for a request. */
async function answer(target: string): Promise<[number, string, string]> {
  const [path, query] = target.split("?", 2);
  const found = answers[path];
  if (!found) return [404, "text/plain", "Not found"];
  try {
    return [200, path === "/" ? "text/html" : "text/plain", await found(new URLSearchParams(query))];
  } catch (error) {
    if (error instanceof RangeError) return [400, "text/plain", error.message];
    console.error(error);
    return [500, "text/plain", "Internal error"];
  }
}

const server = createServer(async (request, response) => {
  const [status, type, text] = await answer(request.url ?? "/");
  response.writeHead(status, { "Content-Type": `${type}; charset=utf-8` });
  response.end(text);
});

const port = Number(process.env.PORT ?? 8080);
server.listen(port, () => console.log(`Listening on http://localhost:${port}`));

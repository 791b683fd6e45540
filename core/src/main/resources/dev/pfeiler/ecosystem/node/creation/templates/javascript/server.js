import { readFile } from "node:fs/promises";
import { createServer } from "node:http";
import { toMetresPerSecond } from "./knots.js";
[#list imports as import]
[=import]
[/#list]

const answers = {
  "/": () => readFile("public/index.html", "utf8"),
  "/knots": (query) => `${toMetresPerSecond(Number(query.get("value"))).toFixed(2)} m/s\n`,
[#list examples as example]
  "/[=example.need]": () => [=example.code],
[/#list]
};

const server = createServer(async (request, response) => {
  const url = new URL(request.url, "http://localhost");
  const answer = answers[url.pathname];
  const type = url.pathname === "/" ? "text/html" : "text/plain";
  let status = answer ? 200 : 404;
  let text = "Not found";
  try {
    if (answer) text = await answer(url.searchParams);
  } catch (error) {
    status = error instanceof RangeError ? 400 : 500;
    text = error.message;
  }
  response.writeHead(status, { "Content-Type": `${type}; charset=utf-8` });
  response.end(text);
});

const port = Number(process.env.PORT ?? 8080);
server.listen(port, () => console.log(`Listening on http://localhost:${port}`));

import assert from "node:assert/strict";
[#if language == "typescript"]
import type { AddressInfo } from "node:net";
[/#if]
import { after, before, test } from "node:test";
import { app } from "../src/app.js";

let server[#if language == "typescript"]: ReturnType<typeof app.listen>[/#if];

before(() => new Promise[#if language == "typescript"]<void>[/#if]((resolve) => {
  server = app.listen(0, () => resolve());
}));
after(() => server.close());

function ask(path[#if language == "typescript"]: string[/#if]) {
  return fetch(`http://localhost:${[#if language == "typescript"](server.address() as AddressInfo)[#else]server.address()[/#if].port}${path}`);
}

test("converts speeds", async () => {
  assert.equal(await (await ask("/knots?value=10")).text(), "5.14 m/s\n");
  assert.equal((await ask("/")).status, 200);
});

test("rejects what is no speed", async () => {
  for (const path of ["/knots?value=-1", "/knots?value=fast", "/knots"]) assert.equal((await ask(path)).status, 400);
  assert.equal((await ask("/elsewhere")).status, 404);
});

import assert from "node:assert/strict";
import { after, test } from "node:test";
import { app } from "../src/app.js";

after(() => app.close());

test("converts speeds", async () => {
  assert.equal((await app.inject("/knots?value=10")).body, "5.14 m/s\n");
  assert.equal((await app.inject("/")).statusCode, 200);
});

test("rejects what is no speed", async () => {
  for (const path of ["/knots?value=-1", "/knots?value=fast", "/knots"])
    assert.equal((await app.inject(path)).statusCode, 400);
  assert.equal((await app.inject("/elsewhere")).statusCode, 404);
});

import assert from "node:assert/strict";
import { test } from "node:test";
import { toMetresPerSecond } from "../src/knots.js";

test("converts to metres per second", () => {
  assert.equal(toMetresPerSecond(10).toFixed(3), "5.144");
  assert.equal(toMetresPerSecond(0), 0);
});

test("rejects negative speeds", () => {
  assert.throws(() => toMetresPerSecond(-1), RangeError);
});

import { useState } from "react";
import { toMetresPerSecond } from "./knots.js";

/** Converts what is typed in. */
export function Converter() {
  const [text, setText] = useState("10");
  const knots = Number(text.trim() || NaN);
  const answer = knots >= 0 && knots < Infinity ? `${toMetresPerSecond(knots).toFixed(2)} m/s` : "not a speed";
  return (
    <>
      <label>
        Knots <input type="number" min="0" step="any" value={text} onChange={(event) => setText(event.target.value)} />
      </label>
      <output>{answer}</output>
    </>
  );
}

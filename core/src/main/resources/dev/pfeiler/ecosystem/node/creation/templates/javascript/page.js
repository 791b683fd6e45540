import { toMetresPerSecond } from "./knots.js";

const input = document.querySelector("#knots");
const output = document.querySelector("#metres");

function convert() {
  const knots = Number(input.value);
  output.textContent = knots >= 0 ? `${toMetresPerSecond(knots).toFixed(2)} m/s` : "not a speed";
}

input.addEventListener("input", convert);
convert();

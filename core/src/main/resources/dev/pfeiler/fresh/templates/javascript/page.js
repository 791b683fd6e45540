import { toMetresPerSecond } from "./knots.js";

const input = document.querySelector("#knots");
const output = document.querySelector("#metres");

function convert() {
  output.textContent = `${toMetresPerSecond(Number(input.value)).toFixed(2)} m/s`;
}

input.addEventListener("input", convert);
convert();

import { toMetresPerSecond } from "./knots.js";

const input = document.querySelector<HTMLInputElement>("#knots")!;
const output = document.querySelector<HTMLOutputElement>("#metres")!;

function convert(): void {
  const knots = Number(input.value);
  output.textContent = knots >= 0 ? `${toMetresPerSecond(knots).toFixed(2)} m/s` : "not a speed";
}

input.addEventListener("input", convert);
convert();

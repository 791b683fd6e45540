import { toMetresPerSecond } from "./knots.js";

const input = document.querySelector<HTMLInputElement>("#knots")!;
const output = document.querySelector<HTMLOutputElement>("#metres")!;

function convert(): void {
  output.textContent = `${toMetresPerSecond(Number(input.value)).toFixed(2)} m/s`;
}

input.addEventListener("input", convert);
convert();

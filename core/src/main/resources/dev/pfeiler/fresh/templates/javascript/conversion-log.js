import { pino } from "pino";

const log = pino();

/** Notes a conversion in the log. */
export function noteConversion(knots[#if language == "typescript"]: number[/#if])[#if language == "typescript"]: string[/#if] {
  log.info({ knots }, "converted");
  return "noted in the log";
}

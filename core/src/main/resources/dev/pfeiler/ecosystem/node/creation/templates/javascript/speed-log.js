import { pino } from "pino";

const log = pino();

/** Notes a speed in the log. */
export function noteSpeed(knots[#if language == "typescript"]: number[/#if])[#if language == "typescript"]: string[/#if] {
  log.info({ knots }, "read");
  return "noted in the log";
}

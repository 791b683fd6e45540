import { z } from "zod";

const speed = z.number().nonnegative();

/** What is wrong with a speed in knots; empty if nothing is. */
export function problems(knots[#if language == "typescript"]: number[/#if])[#if language == "typescript"]: string[/#if] {
  const result = speed.safeParse(knots);
  return result.success ? "" : result.error.issues.map((issue) => issue.message).join("; ");
}

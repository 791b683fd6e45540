import { z } from "zod";

const speed = z.number().nonnegative();

/** What is wrong with a speed in knots; empty if nothing is. */
export function problems(knots: number): string {
  const result = speed.safeParse(knots);
  return result.success ? "" : result.error.issues.map((issue) => issue.message).join("; ");
}

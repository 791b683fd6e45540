/** A speed as JSON. */
export function report(knots[#if language == "typescript"]: number[/#if])[#if language == "typescript"]: string[/#if] {
  return JSON.stringify({ knots, place: "north pier" });
}

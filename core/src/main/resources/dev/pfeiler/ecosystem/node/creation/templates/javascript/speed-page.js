import { Eta } from "eta";

const eta = new Eta();
const template = "The wind blows at <%= it.knots %> knots.";

/** A text about a speed. */
export function speedPage(knots[#if language == "typescript"]: number[/#if])[#if language == "typescript"]: string[/#if] {
  return eta.renderString(template, { knots });
}

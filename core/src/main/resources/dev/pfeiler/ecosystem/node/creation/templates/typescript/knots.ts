const METRES_PER_SECOND = 0.514444;

/** A speed in knots, in metres per second. */
export function toMetresPerSecond(knots: number): number {
  if (!(knots >= 0)) throw new RangeError(`not a speed: ${knots}`);
  return knots * METRES_PER_SECOND;
}

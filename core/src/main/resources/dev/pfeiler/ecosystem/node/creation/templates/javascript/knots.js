const METRES_PER_SECOND = 0.514444;

/** A speed in knots, in metres per second; a RangeError if it is negative, infinite or not a number. */
export function toMetresPerSecond(knots) {
  if (!(knots >= 0 && knots < Infinity)) throw new RangeError(`not a speed: ${knots}`);
  return knots * METRES_PER_SECOND;
}

package [=package]

private const val METRES_PER_SECOND = 0.514444

/**
 * A speed in knots, in metres per second.
 *
 * @throws IllegalArgumentException if it is negative, infinite or not a number
 */
fun toMetresPerSecond(knots: Double): Double {
    require(knots >= 0 && knots.isFinite()) { "negative or not finite: $knots" }
    return knots * METRES_PER_SECOND
}

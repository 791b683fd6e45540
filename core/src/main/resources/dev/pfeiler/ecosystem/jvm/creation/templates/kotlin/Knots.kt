package [=package]

private const val METRES_PER_SECOND = 0.514444

/** A speed in knots, in metres per second. */
fun toMetresPerSecond(knots: Double): Double {
    require(knots >= 0) { "a negative speed: $knots" }
    return knots * METRES_PER_SECOND
}

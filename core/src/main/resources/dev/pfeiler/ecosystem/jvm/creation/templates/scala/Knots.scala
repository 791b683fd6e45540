package [=package]

/** Speeds in knots. */
object Knots {
  private val MetresPerSecond = 0.514444

  /** A speed in metres per second. */
  def toMetresPerSecond(knots: Double): Double = {
    require(knots >= 0, s"a negative speed: $knots")
    knots * MetresPerSecond
  }
}

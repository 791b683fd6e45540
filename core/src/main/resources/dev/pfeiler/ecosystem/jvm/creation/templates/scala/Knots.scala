package [=package]

/** Speeds in knots. */
object Knots {
  private val MetresPerSecond = 0.514444

  /** A speed in metres per second; an IllegalArgumentException if it is negative or not finite. */
  def toMetresPerSecond(knots: Double): Double = {
    require(knots >= 0 && !knots.isInfinite, s"negative or not finite: $knots")
    knots * MetresPerSecond
  }
}

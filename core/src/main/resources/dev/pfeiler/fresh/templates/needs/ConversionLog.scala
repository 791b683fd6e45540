package [=package]

import org.slf4j.LoggerFactory

/** Notes conversions in the log. */
object ConversionLog {
  private val log = LoggerFactory.getLogger("conversions")

  def note(knots: Double): String = {
    log.info("converted {} kn", knots)
    "noted in the log"
  }
}

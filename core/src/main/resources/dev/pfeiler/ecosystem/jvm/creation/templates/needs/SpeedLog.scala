package [=package]

import org.slf4j.LoggerFactory

/** Notes speeds in the log. */
object SpeedLog {
  private val log = LoggerFactory.getLogger("speeds")

  def note(knots: Double): String = {
    log.info("read {} kn", knots)
    "noted in the log"
  }
}

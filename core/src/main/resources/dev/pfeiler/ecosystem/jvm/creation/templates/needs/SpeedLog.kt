package [=package]

import org.slf4j.LoggerFactory

private val log = LoggerFactory.getLogger("speeds")

/** Notes a speed in the log. */
fun noteSpeed(knots: Double): String {
    log.info("read {} kn", knots)
    return "noted in the log"
}

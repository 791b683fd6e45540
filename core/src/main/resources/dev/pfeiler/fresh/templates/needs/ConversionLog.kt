package [=package]

import org.slf4j.LoggerFactory

private val log = LoggerFactory.getLogger("conversions")

/** Notes a conversion in the log. */
fun noteConversion(knots: Double): String {
    log.info("converted {} kn", knots)
    return "noted in the log"
}

package [=package]

import com.fasterxml.jackson.databind.ObjectMapper

/** A conversion as JSON. */
fun jsonReport(knots: Double): String =
    ObjectMapper().writeValueAsString(mapOf("knots" to knots, "metresPerSecond" to toMetresPerSecond(knots)))

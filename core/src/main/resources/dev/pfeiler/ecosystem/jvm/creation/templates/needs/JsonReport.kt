package [=package]

import com.fasterxml.jackson.databind.ObjectMapper

/** A speed as JSON. */
fun jsonReport(knots: Double): String =
    ObjectMapper().writeValueAsString(mapOf("knots" to knots, "place" to "north pier"))

package [=package]

import com.fasterxml.jackson.databind.ObjectMapper

private val json = ObjectMapper()

/** A speed as JSON. */
fun jsonReport(knots: Double): String =
    json.writeValueAsString(mapOf("knots" to knots, "place" to "north pier"))

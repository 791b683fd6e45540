package [=package]

import com.fasterxml.jackson.databind.ObjectMapper

/** A speed as JSON. */
object JsonReport {
  def of(knots: Double): String = {
    val report = new java.util.TreeMap[String, Any]
    report.put("knots", knots)
    report.put("place", "north pier")
    new ObjectMapper().writeValueAsString(report)
  }
}

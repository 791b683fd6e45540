package [=package]

import com.fasterxml.jackson.databind.ObjectMapper

/** A conversion as JSON. */
object JsonReport {
  def of(knots: Double): String = {
    val report = new java.util.TreeMap[String, Any]
    report.put("knots", knots)
    report.put("metresPerSecond", Knots.toMetresPerSecond(knots))
    new ObjectMapper().writeValueAsString(report)
  }
}

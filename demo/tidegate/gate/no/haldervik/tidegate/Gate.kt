package no.haldervik.tidegate

/** The state of the gate. */
enum class State { OPEN, CLOSED }

/** A reading of the water level outside the gate. */
data class Reading(val minute: Int, val centimetres: Int)

/** The gate closes when the water rises above one level, and opens when it falls below another. */
class Gate(private val closesAt: Int = 140, private val opensAt: Int = 110) {
    init {
        require(opensAt < closesAt) { "The gate would open and close at once: $opensAt, $closesAt" }
    }

    fun after(readings: List<Reading>): State =
        readings.sortedBy(Reading::minute).fold(State.OPEN) { state, reading ->
            when {
                reading.centimetres > closesAt -> State.CLOSED
                reading.centimetres < opensAt -> State.OPEN
                else -> state
            }
        }
}

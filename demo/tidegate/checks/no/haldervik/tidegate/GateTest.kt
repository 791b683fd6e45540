package no.haldervik.tidegate

import kotlin.test.Test
import kotlin.test.assertEquals
import kotlin.test.assertFailsWith
import kotlin.test.assertTrue

class GateTest {
    private val gate = Gate(closesAt = 140, opensAt = 110)

    @Test
    fun staysOpenAtLowWater() = assertEquals(State.OPEN, gate.after(listOf(Reading(0, 90), Reading(10, 120))))

    @Test
    fun staysClosedUntilTheWaterHasFallen() {
        val rising = listOf(Reading(0, 150), Reading(10, 130))
        assertEquals(State.CLOSED, gate.after(rising))
        assertEquals(State.OPEN, gate.after(rising + Reading(20, 100)))
    }

    @Test
    fun refusesLevelsThatContradictEachOther() {
        assertFailsWith<IllegalArgumentException> { Gate(closesAt = 100, opensAt = 120) }
    }

    @Test
    fun showsTheStateOnItsPage() = assertTrue("The gate is closed" in page(gate, texts()))
}

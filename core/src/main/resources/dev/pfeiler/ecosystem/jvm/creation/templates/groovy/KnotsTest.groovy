package [=package]

[#if junit == 5]
import static org.junit.jupiter.api.Assertions.assertEquals
import static org.junit.jupiter.api.Assertions.assertThrows

import org.junit.jupiter.api.Test

class KnotsTest {
    @Test
    void convertsToMetresPerSecond() {
        assertEquals(5.144d, Knots.toMetresPerSecond(10), 0.001d)
        assertEquals(0d, Knots.toMetresPerSecond(0), 0d)
    }

    @Test
    void rejectsNegativeSpeeds() {
        assertThrows(IllegalArgumentException) { Knots.toMetresPerSecond(-1) }
    }
}
[#else]
import static org.junit.Assert.assertEquals

import org.junit.Test

class KnotsTest {
    @Test
    void convertsToMetresPerSecond() {
        assertEquals(5.144d, Knots.toMetresPerSecond(10), 0.001d)
        assertEquals(0d, Knots.toMetresPerSecond(0), 0d)
    }

    @Test(expected = IllegalArgumentException)
    void rejectsNegativeSpeeds() {
        Knots.toMetresPerSecond(-1)
    }
}
[/#if]

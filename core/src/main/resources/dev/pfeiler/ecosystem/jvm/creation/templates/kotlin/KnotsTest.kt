package [=package]

[#if junit == 5]
import org.junit.jupiter.api.Assertions.assertEquals
import org.junit.jupiter.api.Assertions.assertThrows
import org.junit.jupiter.api.Test

class KnotsTest {
    @Test
    fun convertsToMetresPerSecond() {
        assertEquals(5.144, toMetresPerSecond(10.0), 0.001)
        assertEquals(0.0, toMetresPerSecond(0.0), 0.0)
    }

    @Test
    fun rejectsNegativeSpeeds() {
        assertThrows(IllegalArgumentException::class.java) { toMetresPerSecond(-1.0) }
    }
}
[#else]
import org.junit.Assert.assertEquals
import org.junit.Test

class KnotsTest {
    @Test
    fun convertsToMetresPerSecond() {
        assertEquals(5.144, toMetresPerSecond(10.0), 0.001)
        assertEquals(0.0, toMetresPerSecond(0.0), 0.0)
    }

    @Test(expected = IllegalArgumentException::class)
    fun rejectsNegativeSpeeds() {
        toMetresPerSecond(-1.0)
    }
}
[/#if]

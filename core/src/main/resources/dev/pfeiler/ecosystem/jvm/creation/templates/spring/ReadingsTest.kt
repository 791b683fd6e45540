package [=package]

[#if junit == 5]
import org.junit.jupiter.api.Assertions.assertEquals
import org.junit.jupiter.api.Test
[#else]
import org.junit.Assert.assertEquals
import org.junit.Test
import org.junit.runner.RunWith
[/#if]
import org.springframework.beans.factory.annotation.Autowired
import org.springframework.boot.test.autoconfigure.jdbc.JdbcTest
import org.springframework.context.annotation.Import
[#if junit != 5]
import org.springframework.test.context.junit4.SpringRunner
[/#if]

[#if junit != 5]
@RunWith(SpringRunner::class)
[/#if]
@JdbcTest
@Import(Readings::class)
class ReadingsTest {
    @Autowired
    private lateinit var readings: Readings

    @Test
    fun keepsWhatIsStored() {
        readings.store(10.0)
        readings.store(12.5)
        assertEquals(listOf(10.0, 12.5), readings.all())
    }
}

package [=package]

[#if junit == 5]
import org.junit.jupiter.api.Assertions.{assertEquals, assertThrows}
import org.junit.jupiter.api.Test

class KnotsTest {
  @Test
  def convertsToMetresPerSecond(): Unit = {
    assertEquals(5.144, Knots.toMetresPerSecond(10), 0.001)
    assertEquals(0.0, Knots.toMetresPerSecond(0), 0.0)
  }

  @Test
  def rejectsNegativeSpeeds(): Unit = {
    assertThrows(classOf[IllegalArgumentException], () => Knots.toMetresPerSecond(-1))
  }
}
[#else]
import org.junit.Assert.assertEquals
import org.junit.Test

class KnotsTest {
  @Test
  def convertsToMetresPerSecond(): Unit = {
    assertEquals(5.144, Knots.toMetresPerSecond(10), 0.001)
    assertEquals(0.0, Knots.toMetresPerSecond(0), 0.0)
  }

  @Test(expected = classOf[IllegalArgumentException])
  def rejectsNegativeSpeeds(): Unit = {
    Knots.toMetresPerSecond(-1)
  }
}
[/#if]

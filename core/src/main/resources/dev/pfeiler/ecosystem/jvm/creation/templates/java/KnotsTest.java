package [=package];

[#if junit == 5]
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;

import org.junit.jupiter.api.Test;

class KnotsTest {
    @Test
    void convertsToMetresPerSecond() {
        assertEquals(5.144, Knots.toMetresPerSecond(10), 0.001);
        assertEquals(0, Knots.toMetresPerSecond(0), 0);
    }

    @Test
    void rejectsNegativeSpeeds() {
        assertThrows(IllegalArgumentException.class, () -> Knots.toMetresPerSecond(-1));
    }
}
[#else]
import static org.junit.Assert.assertEquals;

import org.junit.Test;

public class KnotsTest {
    @Test
    public void convertsToMetresPerSecond() {
        assertEquals(5.144, Knots.toMetresPerSecond(10), 0.001);
        assertEquals(0, Knots.toMetresPerSecond(0), 0);
    }

    @Test(expected = IllegalArgumentException.class)
    public void rejectsNegativeSpeeds() {
        Knots.toMetresPerSecond(-1);
    }
}
[/#if]

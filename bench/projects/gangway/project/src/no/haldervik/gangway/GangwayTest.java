package no.haldervik.gangway;

import static org.junit.Assert.assertEquals;
import static org.junit.Assert.assertTrue;

import org.junit.Test;

public class GangwayTest {
    @Test
    public void flatOnesCanBePassed() {
        assertTrue(Samples.flat().passable());
    }

    @Test
    public void named() {
        assertEquals("flat", Samples.flat().name());
    }
}

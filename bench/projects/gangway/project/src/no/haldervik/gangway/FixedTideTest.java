package no.haldervik.gangway;

import static org.junit.Assert.assertEquals;

import no.haldervik.gangway.fakes.FixedTide;
import org.junit.Test;

public class FixedTideTest {
    @Test
    public void fixed() {
        assertEquals(24, new Planner(new FixedTide()).hours().size());
    }
}

package no.haldervik.tidewatch.model;

import static org.junit.Assert.assertEquals;

import org.junit.Test;

/** Was put beside the class it checks, in a hurry. */
public class GaugeSmokeTest {
    @Test
    public void readsTheSettings() {
        assertEquals(Gauge.STATION, new Gauge().settings().getProperty("station"));
    }
}

package no.haldervik.gauge;

import static org.junit.Assert.assertTrue;

import org.junit.Test;

public class GaugeTest {
    @Test
    public void high() {
        assertTrue(new Gauge(3).high());
    }
}

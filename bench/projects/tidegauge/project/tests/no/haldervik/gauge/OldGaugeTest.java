package no.haldervik.gauge;

import junit.framework.TestCase;

public class OldGaugeTest extends TestCase {
    public void testLevel() {
        assertEquals(1.0, new Gauge(1.0).level(), 0.0);
    }
}

package no.haldervik.gauge;

import static org.junit.jupiter.api.Assertions.assertFalse;

import org.junit.jupiter.api.Test;

class LowGaugeTests {
    @Test
    void low() {
        assertFalse(new Gauge(1).high());
    }
}

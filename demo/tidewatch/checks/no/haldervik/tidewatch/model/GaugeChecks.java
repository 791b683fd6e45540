package no.haldervik.tidewatch.model;

import static org.junit.Assert.assertEquals;
import static org.junit.Assert.assertNotNull;

import org.junit.Test;

public class GaugeChecks {
    @Test
    public void readsToday() {
        assertEquals(7, new Gauge().today().getReadings().size());
    }

    @Test
    public void readsItsSample() {
        assertNotNull(GaugeChecks.class.getResource("sample.txt"));
    }
}

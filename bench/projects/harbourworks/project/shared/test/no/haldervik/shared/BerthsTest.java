package no.haldervik.shared;

import static org.junit.Assert.assertEquals;

import org.junit.Test;

public class BerthsTest {
    @Test
    public void all() {
        assertEquals(SampleBerths.expected(), Berths.all());
    }
}

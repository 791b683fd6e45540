package no.haldervik.desk;

import static org.junit.Assert.assertEquals;

import no.haldervik.shared.SampleBerths;
import org.junit.Test;

public class DeskTest {
    @Test
    public void counts() {
        assertEquals(SampleBerths.expected().size(), new Desk().count());
    }
}

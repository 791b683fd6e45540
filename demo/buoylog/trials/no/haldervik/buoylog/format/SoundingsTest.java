package no.haldervik.buoylog.format;

import static org.junit.Assert.assertEquals;
import static org.junit.Assert.assertTrue;

import java.io.StringReader;
import org.junit.Test;

public class SoundingsTest {
    @Test
    public void readsLines() throws Exception {
        assertEquals(142, Soundings.read(new StringReader("B7 06:10 142cm 9.5C\n")).get(0).centimetres());
    }

    @Test(expected = SoundingException.class)
    public void refusesNonsense() throws Exception {
        Soundings.read(new StringReader("B7 142cm\n"));
    }

    @Test
    public void namesItsWaters() {
        assertTrue(Soundings.WATERS.endsWith("Skj\u00e6r"));
    }
}

package no.haldervik.buoylog;

import static org.junit.Assert.assertEquals;

import java.io.StringReader;
import no.haldervik.buoylog.format.Soundings;
import org.junit.Test;

public class HighestTest {
    @Test
    public void findsTheHighest() throws Exception {
        String lines = "B7 06:10 142cm 9.5C\nB7 08:20 201cm\nC1 08:20 305cm -1C\n";
        assertEquals("C1 08:20 305cm", new Highest(null).of(Soundings.read(new StringReader(lines))));
        assertEquals("B7 08:20 201cm", new Highest("B7").of(Soundings.read(new StringReader(lines))));
    }
}

package no.haldervik.desk;

import static org.junit.Assert.assertEquals;

import org.junit.Test;

public class DeskTest {
    @Test
    public void counts() {
        assertEquals(2, new Desk().count());
    }
}

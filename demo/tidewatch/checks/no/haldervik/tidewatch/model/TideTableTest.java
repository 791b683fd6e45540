package no.haldervik.tidewatch.model;

import static org.hamcrest.CoreMatchers.is;
import static org.junit.Assert.assertThat;

import java.util.Arrays;
import org.junit.Test;

public class TideTableTest {
    @Test
    public void findsHighWater() {
        TideTable table = TideTable.parse(Arrays.asList("06:00 100", "08:00 210", "10:00 150"));
        assertThat(table.getReadings().get(1).getTurn(), is("high"));
    }

    @Test
    public void findsLowWater() {
        TideTable table = TideTable.parse(Arrays.asList("06:00 100", "08:00 20", "10:00 150"));
        assertThat(table.getReadings().get(1).getTurn(), is("low"));
    }
}

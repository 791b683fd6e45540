package no.haldervik.gangway;

import static org.junit.Assert.assertEquals;
import static org.mockito.ArgumentMatchers.anyInt;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import org.junit.Before;
import org.junit.Test;

public class PlannerTest {
    private Planner.Tide tide;

    @Before
    public void calm() {
        tide = mock(Planner.Tide.class);
        when(tide.levelAt(anyInt())).thenReturn(0.1);
    }

    @Test
    public void allDayInCalmWater() {
        assertEquals(24, new Planner(tide).hours().size());
    }
}

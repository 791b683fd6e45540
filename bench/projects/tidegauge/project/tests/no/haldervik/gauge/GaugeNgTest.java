package no.haldervik.gauge;

import org.testng.Assert;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

public class GaugeNgTest {
    @DataProvider
    public Object[][] levels() {
        return new Object[][] {{1.0}, {2.0}};
    }

    @Test(dataProvider = "levels")
    public void notHigh(double level) {
        Assert.assertFalse(new Gauge(level).high());
    }
}

package [=package];

[#if junit == 5]
import static org.junit.jupiter.api.Assertions.assertEquals;

import java.util.Arrays;
import org.junit.jupiter.api.Test;
[#else]
import static org.junit.Assert.assertEquals;

import java.util.Arrays;
import org.junit.Test;
import org.junit.runner.RunWith;
[/#if]
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.boot.test.autoconfigure.jdbc.JdbcTest;
import org.springframework.context.annotation.Import;
[#if junit != 5]
import org.springframework.test.context.junit4.SpringRunner;
[/#if]

[#if junit != 5]
@RunWith(SpringRunner.class)
[/#if]
@JdbcTest
@Import(Readings.class)
public class ReadingsTest {
    @Autowired
    private Readings readings;

    @Test
    public void keepsWhatIsStored() {
        readings.store(10);
        readings.store(12.5);
        assertEquals(Arrays.asList(10d, 12.5d), readings.all());
    }
}

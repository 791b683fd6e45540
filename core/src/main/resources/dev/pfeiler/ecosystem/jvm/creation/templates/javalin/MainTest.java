package [=package];

import static org.junit.jupiter.api.Assertions.assertEquals;

import io.javalin.testtools.JavalinTest;
import org.junit.jupiter.api.Test;

class MainTest {
    @Test
    void convertsSpeeds() {
        JavalinTest.test(Main.server(), (server, client) -> {
            assertEquals(String.format("5.14 m/s%n"), client.get("/knots?value=10").body().string());
            assertEquals(200, client.get("/").code());
        });
    }

    @Test
    void rejectsWhatIsNoSpeed() {
        JavalinTest.test(Main.server(), (server, client) -> {
            assertEquals(400, client.get("/knots?value=-1").code());
            assertEquals(400, client.get("/knots?value=fast").code());
            assertEquals(404, client.get("/elsewhere").code());
        });
    }
}

package [=package]

import io.ktor.client.request.get
import io.ktor.client.statement.bodyAsText
import io.ktor.http.HttpStatusCode
import io.ktor.server.application.Application
import io.ktor.server.testing.testApplication
[#if junit == 5]
import org.junit.jupiter.api.Assertions.assertEquals
import org.junit.jupiter.api.Test
[#else]
import org.junit.Assert.assertEquals
import org.junit.Test
[/#if]

class MainTest {
    @Test
    fun convertsSpeeds() = testApplication {
        application(Application::answers)
        assertEquals(String.format("5.14 m/s%n"), client.get("/knots?value=10").bodyAsText())
        assertEquals(HttpStatusCode.OK, client.get("/").status)
    }

    @Test
    fun rejectsWhatIsNoSpeed() = testApplication {
        application(Application::answers)
        for (request in listOf("/knots?value=-1", "/knots?value=fast", "/knots")) {
            assertEquals(HttpStatusCode.BadRequest, client.get(request).status)
        }
        assertEquals(HttpStatusCode.NotFound, client.get("/elsewhere").status)
    }
}

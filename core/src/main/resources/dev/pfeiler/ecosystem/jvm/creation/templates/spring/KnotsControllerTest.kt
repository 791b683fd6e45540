package [=package]

[#if junit == 5]
import org.junit.jupiter.api.Test
[#else]
import org.junit.Test
import org.junit.runner.RunWith
[/#if]
import org.springframework.beans.factory.annotation.Autowired
import org.springframework.boot.test.autoconfigure.web.servlet.WebMvcTest
[#if needs?seq_contains("security")]
import org.springframework.context.annotation.Import
[/#if]
[#if junit != 5]
import org.springframework.test.context.junit4.SpringRunner
[/#if]
import org.springframework.test.web.servlet.MockMvc
import org.springframework.test.web.servlet.get

[#if junit != 5]
@RunWith(SpringRunner::class)
[/#if]
@WebMvcTest(KnotsController::class)
[#if needs?seq_contains("security")]
@Import(Security::class)
[/#if]
class KnotsControllerTest {
    @Autowired
    private lateinit var server: MockMvc

    @Test
    fun convertsSpeeds() {
        server.get("/knots?value=10").andExpect {
            status { isOk() }
            content { string(String.format("5.14 m/s%n")) }
        }
    }

    @Test
    fun rejectsWhatIsNoSpeed() {
        for (request in listOf("/knots?value=-1", "/knots?value=fast", "/knots")) {
            server.get(request).andExpect { status { isBadRequest() } }
        }
    }
}

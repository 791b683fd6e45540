package [=package];

import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.content;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

[#if junit == 5]
import org.junit.jupiter.api.Test;
[#else]
import org.junit.Test;
import org.junit.runner.RunWith;
[/#if]
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.boot.test.autoconfigure.web.servlet.WebMvcTest;
[#if needs?seq_contains("security")]
import org.springframework.context.annotation.Import;
[/#if]
[#if junit != 5]
import org.springframework.test.context.junit4.SpringRunner;
[/#if]
import org.springframework.test.web.servlet.MockMvc;

[#if junit != 5]
@RunWith(SpringRunner.class)
[/#if]
@WebMvcTest(KnotsController.class)
[#if needs?seq_contains("security")]
@Import(Security.class)
[/#if]
public class KnotsControllerTest {
    @Autowired
    private MockMvc server;

    @Test
    public void convertsSpeeds() throws Exception {
        server.perform(get("/knots?value=10"))
                .andExpect(status().isOk())
                .andExpect(content().string(String.format("5.14 m/s%n")));
    }

    @Test
    public void rejectsWhatIsNoSpeed() throws Exception {
        server.perform(get("/knots?value=-1")).andExpect(status().isBadRequest());
        server.perform(get("/knots?value=fast")).andExpect(status().isBadRequest());
        server.perform(get("/knots")).andExpect(status().isBadRequest());
    }
}

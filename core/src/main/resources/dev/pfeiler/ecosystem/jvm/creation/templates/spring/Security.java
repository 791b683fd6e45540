package [=package];

import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.web.SecurityFilterChain;

/** Everybody may ask for everything; what changes something has to come from a form of this program. */
@Configuration
public class Security {
    @Bean
    public SecurityFilterChain filters(HttpSecurity http) throws Exception {
        return http.authorizeHttpRequests(requests -> requests.anyRequest().permitAll())
                .build();
    }
}

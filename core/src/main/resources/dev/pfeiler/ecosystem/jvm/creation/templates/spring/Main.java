package [=package];

import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.SpringBootApplication;

/** Starts the server; application.properties says where it listens. */
@SpringBootApplication
public class Main {
    public static void main(String[] arguments)[#if starts?has_content] throws Exception[/#if] {
[#list starts as start]
        [=start];
[/#list]
        SpringApplication.run(Main.class, arguments);
    }
}

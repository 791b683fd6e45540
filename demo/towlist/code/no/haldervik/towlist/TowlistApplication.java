package no.haldervik.towlist;

import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.SpringBootApplication;

@SpringBootApplication
public class TowlistApplication {
    public static void main(String[] args) {
        SpringApplication.run(TowlistApplication.class, args);
    }
}

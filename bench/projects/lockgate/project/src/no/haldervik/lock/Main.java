package no.haldervik.lock;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import no.haldervik.lock.api.Gate;
import org.apache.commons.io.IOUtils;

/** Schleuse für Boote. */
public class Main {
    public static void main(String[] args) throws IOException {
        try (InputStream in = Main.class.getResourceAsStream("/lock.properties")) {
            System.out.print(IOUtils.toString(in, StandardCharsets.ISO_8859_1));
        }
        System.out.println(Version.NUMBER + " " + new Gate("Süd").name().length());
    }
}

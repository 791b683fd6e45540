package dev.pfeiler.cli;

import java.io.IOException;
import java.io.InputStream;
import java.util.Properties;
import picocli.CommandLine.IVersionProvider;

/** The version of this program, as its build stated it. */
public final class Version implements IVersionProvider {
    @Override
    public String[] getVersion() throws IOException {
        return new String[] {text()};
    }

    public static String text() throws IOException {
        Properties properties = new Properties();
        try (InputStream in = Version.class.getResourceAsStream("/pfeiler.properties")) {
            properties.load(in);
        }
        return "pfeiler " + properties.getProperty("version");
    }
}

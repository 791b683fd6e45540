package dev.pfeiler.cli;

import java.io.IOException;
import java.io.InputStream;
import java.util.Properties;
import picocli.CommandLine.IVersionProvider;

/** The version of this program, as its build stated it. */
public final class Version implements IVersionProvider {
    @Override
    public String[] getVersion() throws IOException {
        return new String[] {line()};
    }

    /** The program with its version. */
    public static String text() throws IOException {
        return "pfeiler " + properties().getProperty("version");
    }

    /** The same with the commit that it was built from, if that is known, and the Java runtime. */
    static String line() throws IOException {
        String commit = properties().getProperty("commit");
        // not built in a checkout of its repository
        String from = commit.startsWith("$") ? "" : "commit " + commit + ", ";
        return text() + " (" + from + "Java " + System.getProperty("java.version") + ")";
    }

    private static Properties properties() throws IOException {
        Properties properties = new Properties();
        try (InputStream in = Version.class.getResourceAsStream("/pfeiler.properties")) {
            properties.load(in);
        }
        return properties;
    }
}

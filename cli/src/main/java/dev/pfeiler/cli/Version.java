package dev.pfeiler.cli;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.Properties;
import picocli.CommandLine.IVersionProvider;

/** The version of this program, as its build stated it. */
public final class Version implements IVersionProvider {
    @Override
    public String[] getVersion() {
        return new String[] {line()};
    }

    /** The program with its version. */
    public static String text() {
        return "pfeiler " + number();
    }

    static String number() {
        return properties().getProperty("version");
    }

    /** The program with its version, the commit that it was built from, if that is known, and the Java runtime. */
    static String line() {
        Properties properties = properties();
        String commit = properties.getProperty("commit");
        // not built in a checkout of its repository
        String from = commit.startsWith("$") ? "" : "commit " + commit + ", ";
        return "pfeiler " + properties.getProperty("version") + " (" + from + "Java "
                + System.getProperty("java.version") + ")";
    }

    private static Properties properties() {
        Properties properties = new Properties();
        try (InputStream in = Version.class.getResourceAsStream("/pfeiler.properties")) {
            properties.load(in);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return properties;
    }
}

package dev.pfeiler.ecosystem.jvm.reading;

import dev.pfeiler.process.Environment;
import dev.pfeiler.proof.PartVerdict;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/**
 * Explains why the present JDK does not compile sources that an older one does.
 *
 * <p>Sources: JEP 260 (internal APIs), JEP 320 (Java EE and CORBA), JEP 372 (Nashorn), the release notes of JDK 11
 * (JavaFX).
 */
public final class JdkChanges {
    private static final String MISSING = " (?:does not exist|is not visible)";
    /** Packages of the JDK; libraries have the name before them, too. Source: the runtime archive of JDK 8. */
    private static final String COM_SUN =
            "com\\.sun\\.(?:accessibility|awt|beans|corba|crypto|image\\.codec|imageio|jarsigner|java|javadoc|jmx|jndi|"
                    + "media\\.sound|naming|net|nio|org|rmi|rowset|security|swing|tools|tracing|xml\\.internal)";

    private static final List<Change> CHANGES = List.of(
            change("javax\\.(?:xml\\.bind|xml\\.ws|xml\\.soap|jws|activation|transaction|annotation)", 11, true),
            change("org\\.omg", 11, true),
            change("javafx", 11, true),
            change("jdk\\.nashorn", 15, true),
            change("sun|" + COM_SUN, 9, false));

    private JdkChanges() {}

    /**
     * A package that left the JDK.
     *
     * @param since the first release without it
     * @param library whether a library contains it now
     */
    private record Change(Pattern message, int since, boolean library) {}

    private static Change change(String packages, int since, boolean library) {
        return new Change(Pattern.compile("package ((?:" + packages + ")(?:\\.\\w+)*)" + MISSING), since, library);
    }

    /** What to do about a compiler's message, if it is about something that the JDK no longer has. */
    public static Optional<PartVerdict.Failure> explain(String message, Toolchain toolchain, Environment environment) {
        for (Change change : CHANGES) {
            Matcher matcher = change.message.matcher(message);
            if (change.since > toolchain.feature() || !matcher.find()) continue;
            String cause = message + (message.endsWith(".") ? "" : ".") + " JDK " + toolchain.feature()
                    + " does not provide " + matcher.group(1) + "; the last release that did is JDK "
                    + (change.since - 1) + ".";
            return Optional.of(new PartVerdict.Failure(cause, next(change, environment, matcher.group(1))));
        }
        return Optional.empty();
    }

    private static String next(Change change, Environment environment, String packageName) {
        String older = Toolchain.installed(environment).stream()
                .filter(jdk -> jdk.feature() < change.since)
                .map(jdk -> jdk.feature() + " in " + jdk.java())
                .collect(Collectors.joining(", "));
        String jdk = older.isEmpty()
                ? "Install JDK " + (change.since - 1) + " or older (none was found) and set JAVA_HOME to it"
                : "Set JAVA_HOME to an older JDK (found: " + older + ")";
        return jdk
                + (change.library
                        ? ", or declare a library that contains it with pfeiler add " + packageName + "."
                        : ", or replace its use in the sources.");
    }
}

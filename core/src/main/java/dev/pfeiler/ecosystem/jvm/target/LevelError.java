package dev.pfeiler.ecosystem.jvm.target;

import dev.pfeiler.ecosystem.jvm.reading.Toolchain;
import dev.pfeiler.proof.PartVerdict.Failure;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** The message of Java's compiler that it does not compile for a level. */
public final class LevelError {
    private static final Pattern MESSAGE = Pattern.compile(
            "(?:invalid (?:target|source) release: |release version |(?:Source|Target) option )(\\d[\\d.]*?)(?=\\.?(\\s|$))");

    private LevelError() {}

    /** @param mark what a build tool puts into lines with errors */
    public static Optional<Failure> in(List<String> lines, String mark, Toolchain toolchain) {
        for (String line : lines) {
            if (!line.contains(mark)) continue;
            Matcher m = MESSAGE.matcher(line.strip());
            if (!m.find()) continue;
            return Optional.of(new Failure(
                    "The JDK in " + toolchain.java() + " (release " + toolchain.feature()
                            + ") cannot compile for level " + m.group(1) + ".",
                    "Set JAVA_HOME to a JDK that supports it, or choose another level with --choose level=N."));
        }
        return Optional.empty();
    }
}

package dev.pfeiler.ecosystem.jvm.target.gradle;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;

/** The statements of a script or of a block in it. */
final class Script {
    private static final String INDENT = "    ";

    private final List<String> lines = new ArrayList<>();

    Script line(String text) {
        lines.add(text);
        return this;
    }

    Script comment(String text) {
        return text.isEmpty() ? this : line("// " + text);
    }

    /** A block; none if it would be empty. */
    Script block(String head, Consumer<Script> body) {
        Script inner = new Script();
        body.accept(inner);
        if (inner.isEmpty()) return this;
        lines.add(head + " {");
        inner.lines.forEach(line -> lines.add(line.isEmpty() ? "" : INDENT + line));
        lines.add("}");
        return this;
    }

    /** A section, set off by an empty line; none if it would be empty. */
    Script section(Consumer<Script> body) {
        Script inner = new Script();
        body.accept(inner);
        if (inner.isEmpty()) return this;
        if (!lines.isEmpty()) lines.add("");
        lines.addAll(inner.lines);
        return this;
    }

    /** Adds its statements to another script. */
    void copyTo(Script other) {
        other.lines.addAll(lines);
    }

    List<String> lines() {
        return List.copyOf(lines);
    }

    boolean isEmpty() {
        return lines.isEmpty();
    }

    @Override
    public String toString() {
        return String.join("\n", lines) + "\n";
    }
}

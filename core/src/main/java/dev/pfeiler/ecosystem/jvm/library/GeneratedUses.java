package dev.pfeiler.ecosystem.jvm.library;

import dev.pfeiler.ecosystem.jvm.language.SourceFile;
import dev.pfeiler.tree.Text;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Properties;

/**
 * Classes that annotation processors use in the code they generate, by annotation. Source: the documentation of each
 * processor; the data are in {@code generated-uses.properties} beside this class.
 */
final class GeneratedUses {
    private static final Map<String, List<String>> BY_ANNOTATION = read();

    private GeneratedUses() {}

    private static Map<String, List<String>> read() {
        Properties stated = new Properties();
        try (InputStream in = GeneratedUses.class.getResourceAsStream("generated-uses.properties")) {
            stated.load(in);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        Map<String, List<String>> uses = new LinkedHashMap<>();
        stated.stringPropertyNames().forEach(name -> uses.put(name, Text.words(stated.getProperty(name))));
        return uses;
    }

    /** The classes that generated code uses because of a source's annotations, with the line of each annotation. */
    static Map<String, Integer> of(SourceFile source) {
        Map<String, Integer> used = new LinkedHashMap<>();
        if (source.annotations().isEmpty()) return used;
        BY_ANNOTATION.forEach((annotation, classes) -> {
            Integer line = line(source, annotation);
            if (line != null) classes.forEach(name -> used.putIfAbsent(name, line));
        });
        return used;
    }

    /** Where a source has an annotation; null if it has it nowhere. */
    private static Integer line(SourceFile source, String annotation) {
        Integer whole = source.annotations().get(annotation);
        if (whole != null) return whole;
        for (SourceFile.Import declared : source.imports()) {
            if (!(annotation + ".").startsWith(declared.name() + ".")) continue;
            // one nested in an imported type is written with it
            int start = declared.onDemand()
                    ? declared.name().length() + 1
                    : declared.name().lastIndexOf('.') + 1;
            Integer line = start < annotation.length() ? source.annotations().get(annotation.substring(start)) : null;
            if (line != null) return line;
        }
        return null;
    }
}

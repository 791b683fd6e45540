package dev.pfeiler.ecosystem.jvm.library;

import dev.pfeiler.ecosystem.jvm.language.SourceFile;
import dev.pfeiler.tree.Text;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Properties;
import java.util.stream.Collectors;

/**
 * Classes that annotation processors use in the code they generate, by annotation. Source: the documentation of each
 * processor; the data are in {@code generated-uses.properties} beside this class.
 */
final class GeneratedUses {
    /** By the last part of the annotation's name, which a source always contains. */
    private static final Map<String, List<Use>> BY_NAME =
            read().stream().collect(Collectors.groupingBy(use -> lastName(use.annotation())));

    /** An annotation and the classes that what is generated for it uses. */
    private record Use(int place, String annotation, List<String> classes) {}

    private static String lastName(String annotation) {
        return annotation.substring(annotation.lastIndexOf('.') + 1);
    }

    private GeneratedUses() {}

    private static List<Use> read() {
        Properties stated = new Properties();
        try (InputStream in = GeneratedUses.class.getResourceAsStream("generated-uses.properties")) {
            stated.load(in);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        List<Use> uses = new ArrayList<>();
        for (String name : stated.stringPropertyNames())
            uses.add(new Use(uses.size(), name, Text.words(stated.getProperty(name))));
        return uses;
    }

    /** The classes that generated code uses because of a source's annotations, with the line of each annotation. */
    static Map<String, Integer> of(SourceFile source) {
        if (source.annotations().isEmpty()) return Map.of();
        Map<String, Integer> used = new LinkedHashMap<>();
        source.annotations().keySet().stream()
                .map(GeneratedUses::lastName)
                .distinct()
                .flatMap(name -> BY_NAME.getOrDefault(name, List.of()).stream())
                .sorted(Comparator.comparingInt(Use::place))
                .forEach(use -> {
                    Integer line = line(source, use.annotation());
                    if (line != null) use.classes().forEach(name -> used.putIfAbsent(name, line));
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

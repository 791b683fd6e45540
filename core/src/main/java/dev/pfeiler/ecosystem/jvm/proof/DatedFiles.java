package dev.pfeiler.ecosystem.jvm.proof;

import dev.pfeiler.artifact.archive.ClassDifference;
import dev.pfeiler.artifact.archive.ClassTexts;
import dev.pfeiler.ecosystem.jvm.language.ClassNames;
import dev.pfeiler.ecosystem.jvm.language.SourceFile;
import dev.pfeiler.ecosystem.jvm.layout.Placement;
import dev.pfeiler.ecosystem.jvm.project.FilteredFiles;
import dev.pfeiler.ecosystem.jvm.project.SourceModule;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.UnaryOperator;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/**
 * The classes and resources that the time of the build is written to.
 *
 * @param shapes what such texts look like, by the names of the files in the archive
 */
record DatedFiles(Map<String, List<Pattern>> shapes) {
    static DatedFiles of(ProofContext context, SourceModule module) {
        FilteredFiles filtered =
                new FilteredFiles(context.reading().tree(), context.reading().wirings());
        Map<String, SourceFile> sources =
                module.main().stream().collect(Collectors.toMap(SourceFile::path, source -> source));
        Map<String, List<Pattern>> shapes = new HashMap<>();
        for (String path : module.paths()) {
            List<Pattern> dated =
                    filtered.of(path).map(FilteredFiles.Filtered::dated).orElse(List.of());
            if (dated.isEmpty()) continue;
            if (sources.containsKey(path))
                sources.get(path).typeNames().forEach(name -> shapes.put(ClassNames.file(name), dated));
            else
                context.project().layout().of(path).map(Placement::relative).ifPresent(name -> shapes.put(name, dated));
        }
        return new DatedFiles(shapes);
    }

    /** Whether two files differ in nothing but the time. */
    boolean agree(String name, byte[] one, byte[] other) {
        if (!shapes.containsKey(name)) return false;
        UnaryOperator<String> mask = text -> {
            String masked = text;
            for (Pattern shape : shapes.get(name))
                masked = shape.matcher(masked).replaceAll("");
            return masked;
        };
        if (!name.endsWith(".class")) return mask.apply(text(one)).equals(mask.apply(text(other)));
        return switch (ClassDifference.between(ClassTexts.replace(one, mask), ClassTexts.replace(other, mask))) {
            case NONE, DEBUG -> true;
            case LEVEL, CODE -> false;
        };
    }

    private static String text(byte[] bytes) {
        return new String(bytes, StandardCharsets.ISO_8859_1);
    }
}

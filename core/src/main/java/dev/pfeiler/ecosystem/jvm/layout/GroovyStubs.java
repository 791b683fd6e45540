package dev.pfeiler.ecosystem.jvm.layout;

import dev.pfeiler.ecosystem.jvm.language.JvmLanguage;
import dev.pfeiler.ecosystem.jvm.language.SourceFile;
import java.util.Collection;
import java.util.HashSet;
import java.util.Set;
import java.util.stream.Collectors;

/** Sources in Java that the Groovy compiler has written, so that Java's compiler sees what sources in Groovy declare. */
final class GroovyStubs {
    private static final String GROOVY_OBJECT = "groovy.lang.GroovyObject";

    private final Set<String> paths;

    GroovyStubs(Collection<SourceFile> sources) {
        Set<String> declared = new HashSet<>();
        for (SourceFile source : sources)
            if (source.language() == JvmLanguage.GROOVY) declared.addAll(source.typeNames());
        if (declared.isEmpty()) {
            paths = Set.of();
            return;
        }
        paths = sources.stream()
                .filter(source -> source.language() == JvmLanguage.JAVA)
                .filter(source -> source.typeNames().stream().anyMatch(declared::contains))
                // an interface or an annotation in Groovy has no such super type
                .filter(source -> source.qualified().containsKey(GROOVY_OBJECT)
                        || source.imports().stream().anyMatch(one -> one.name().equals("groovy.lang")))
                .map(SourceFile::path)
                .collect(Collectors.toSet());
    }

    boolean contains(SourceFile source) {
        return paths.contains(source.path());
    }
}

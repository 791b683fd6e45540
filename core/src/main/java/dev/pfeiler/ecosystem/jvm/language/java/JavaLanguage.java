package dev.pfeiler.ecosystem.jvm.language.java;

import dev.pfeiler.ecosystem.jvm.language.Language;
import dev.pfeiler.ecosystem.jvm.language.SourceFile;
import dev.pfeiler.ecosystem.jvm.language.SourceText;
import java.util.Set;

/** Java. */
public final class JavaLanguage implements Language {
    @Override
    public String id() {
        return "java";
    }

    @Override
    public String title() {
        return "Java";
    }

    @Override
    public Set<String> extensions() {
        return Set.of("java");
    }

    @Override
    public SourceFile read(String path, SourceText text) {
        return JavaReader.read(path, text);
    }
}

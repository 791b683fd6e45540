package dev.pfeiler.ecosystem.jvm.language.groovy;

import dev.pfeiler.ecosystem.jvm.language.JvmLanguage;
import dev.pfeiler.ecosystem.jvm.language.Language;
import dev.pfeiler.ecosystem.jvm.language.SourceFile;
import dev.pfeiler.ecosystem.jvm.language.SourceText;

/** Groovy. */
public final class GroovyLanguage implements Language {
    @Override
    public JvmLanguage language() {
        return JvmLanguage.GROOVY;
    }

    @Override
    public SourceFile read(String path, SourceText text) {
        return GroovyReader.read(path, text);
    }
}

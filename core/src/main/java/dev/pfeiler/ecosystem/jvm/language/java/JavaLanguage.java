package dev.pfeiler.ecosystem.jvm.language.java;

import dev.pfeiler.ecosystem.jvm.language.JvmLanguage;
import dev.pfeiler.ecosystem.jvm.language.Language;
import dev.pfeiler.ecosystem.jvm.language.SourceFile;
import dev.pfeiler.ecosystem.jvm.language.SourceText;

/** Java. */
public final class JavaLanguage implements Language {
    @Override
    public JvmLanguage language() {
        return JvmLanguage.JAVA;
    }

    @Override
    public SourceFile read(String path, SourceText text) {
        return JavaReader.read(path, text);
    }
}

package dev.pfeiler.ecosystem.jvm.language.kotlin;

import dev.pfeiler.ecosystem.jvm.language.JvmLanguage;
import dev.pfeiler.ecosystem.jvm.language.Language;
import dev.pfeiler.ecosystem.jvm.language.SourceFile;
import dev.pfeiler.ecosystem.jvm.language.SourceText;

/** Kotlin. */
public final class KotlinLanguage implements Language {
    @Override
    public JvmLanguage language() {
        return JvmLanguage.KOTLIN;
    }

    @Override
    public SourceFile read(String path, SourceText text) {
        return KotlinReader.read(path, text);
    }
}

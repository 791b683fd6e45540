package dev.pfeiler.ecosystem.jvm.language.scala;

import dev.pfeiler.ecosystem.jvm.language.JvmLanguage;
import dev.pfeiler.ecosystem.jvm.language.Language;
import dev.pfeiler.ecosystem.jvm.language.SourceFile;
import dev.pfeiler.ecosystem.jvm.language.SourceText;

/** Scala. */
public final class ScalaLanguage implements Language {
    @Override
    public JvmLanguage language() {
        return JvmLanguage.SCALA;
    }

    @Override
    public SourceFile read(String path, SourceText text) {
        return ScalaReader.read(path, text);
    }
}

package dev.pfeiler.ecosystem.jvm.language;

/** Reads the sources of a language that compiles to class files. */
public interface Language {
    JvmLanguage language();

    /** What a source file declares and names. Reads as far as it can what does not compile. */
    SourceFile read(String path, SourceText text);
}

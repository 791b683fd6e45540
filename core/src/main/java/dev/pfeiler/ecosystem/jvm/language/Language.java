package dev.pfeiler.ecosystem.jvm.language;

import java.util.Set;

/** A language that compiles to class files. */
public interface Language {
    String id();

    /** Its name, for people. */
    String title();

    /** The extensions of its source files, in lower case, without dot. */
    Set<String> extensions();

    /** What a source file declares and names. Reads as far as it can what does not compile. */
    SourceFile read(String path, SourceText text);
}

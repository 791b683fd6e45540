package dev.pfeiler.ecosystem.jvm.language;

import java.util.regex.Pattern;

/** Names of classes as they are written in sources and descriptors. Source: The Java Language Specification, 3.8. */
public final class ClassNames {
    private static final String IDENTIFIER = "\\p{javaJavaIdentifierStart}\\p{javaJavaIdentifierPart}*";
    private static final Pattern NAME = Pattern.compile(IDENTIFIER + "(\\." + IDENTIFIER + ")*");

    private ClassNames() {}

    /** Whether a text is the name of a class, in a package or not. */
    public static boolean isName(String text) {
        return NAME.matcher(text).matches();
    }

    /** The path of the file of a class below the folder in which packages start. */
    public static String file(String name) {
        return name.replace('.', '/') + ".class";
    }

    /** Whether a text is the name of a class in a package. */
    public static boolean isQualified(String text) {
        return text.indexOf('.') > 0 && isName(text);
    }
}

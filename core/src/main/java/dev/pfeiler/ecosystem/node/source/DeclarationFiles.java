package dev.pfeiler.ecosystem.node.source;

import java.util.regex.Pattern;

/** The files that declare the types of JavaScript files. Source: the TypeScript handbook, "Modules - Reference". */
public final class DeclarationFiles {
    private static final Pattern SCRIPT_ENDING = Pattern.compile("\\.([cm]?)js$");
    private static final Pattern ENDING = Pattern.compile(".*\\.d\\.[cm]?ts");

    private DeclarationFiles() {}

    /** The file beside a script that declares its types; the path itself if it is not that of a script. */
    public static String of(String script) {
        return SCRIPT_ENDING.matcher(script).replaceFirst(".d.$1ts");
    }

    public static boolean is(String path) {
        return ENDING.matcher(path).matches();
    }
}

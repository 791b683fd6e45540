package dev.pfeiler.ecosystem.jvm.target.gradle;

import dev.pfeiler.tree.PathSelection;
import dev.pfeiler.tree.Paths;
import java.util.List;

/** Statements that say which files are taken and left out. */
final class SelectionScript {
    private SelectionScript() {}

    static void write(Script script, PathSelection selection, Dialect dialect) {
        write(script, selection.includes(), selection.excludes(), dialect);
    }

    static void write(Script script, List<String> includes, List<String> excludes, Dialect dialect) {
        if (!includes.isEmpty()) script.line(dialect.syntax().texts("include", includes));
        excludes(script, excludes, dialect);
    }

    static void excludes(Script script, List<String> excludes, Dialect dialect) {
        List<String> plain =
                excludes.stream().filter(pattern -> !mayNameFolder(pattern)).toList();
        if (!plain.isEmpty()) script.line(dialect.syntax().texts("exclude", plain));
        if (plain.size() < excludes.size())
            script.line("// files only: a pattern that matches a folder leaves out all below it");
        for (String pattern : excludes) {
            if (plain.contains(pattern)) continue;
            String expression = dialect.string(expression(pattern));
            script.line(
                    dialect.kotlin()
                            ? "exclude { !it.isDirectory && it.path.matches(Regex(" + expression + ")) }"
                            : "exclude { !it.directory && it.path ==~ " + expression + " }");
        }
    }

    /** Names that start with a capital are taken for those of classes; names with a dot for those of files. */
    private static boolean mayNameFolder(String pattern) {
        String name = Paths.name(pattern);
        return name.endsWith("*")
                && !name.equals("**")
                && !name.contains(".")
                && !Character.isUpperCase(name.charAt(0));
    }

    private static String expression(String pattern) {
        StringBuilder expression = new StringBuilder();
        for (int i = 0; i < pattern.length(); i++) {
            char c = pattern.charAt(i);
            if (pattern.startsWith("**/", i)) {
                expression.append("(.*/)?");
                i += 2;
            } else if (pattern.startsWith("**", i)) {
                expression.append(".*");
                i++;
            } else if (c == '*') expression.append("[^/]*");
            else if (c == '?') expression.append("[^/]");
            else if ("\\.[]{}()+^$|".indexOf(c) >= 0) expression.append('\\').append(c);
            else expression.append(c);
        }
        return expression.toString();
    }
}

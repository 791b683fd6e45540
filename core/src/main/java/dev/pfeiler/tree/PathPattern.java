package dev.pfeiler.tree;

import java.util.regex.Pattern;

/**
 * A pattern for paths in which {@code **} stands for any folders, {@code *} for part of a name and {@code ?} for one letter.
 * A pattern that ends with a slash stands for all below it.
 */
public final class PathPattern {
    private final Pattern expression;

    private PathPattern(Pattern expression) {
        this.expression = expression;
    }

    public static PathPattern of(String pattern) {
        String written = pattern.replace('\\', '/');
        if (written.endsWith("/")) written += "**";
        StringBuilder regex = new StringBuilder();
        for (int i = 0; i < written.length(); i++) {
            char c = written.charAt(i);
            if (written.startsWith("**/", i)) {
                regex.append("(?:.*/)?");
                i += 2;
            } else if (written.startsWith("/**", i) && i + 3 == written.length()) {
                regex.append("(?:/.*)?");
                i += 2;
            } else if (written.startsWith("**", i)) {
                regex.append(".*");
                i++;
            } else if (c == '*') regex.append("[^/]*");
            else if (c == '?') regex.append("[^/]");
            else regex.append(Pattern.quote(String.valueOf(c)));
        }
        return new PathPattern(Pattern.compile(regex.toString()));
    }

    public boolean matches(String path) {
        return expression.matcher(path).matches();
    }
}

package dev.pfeiler.tree;

/**
 * A pattern for paths in which {@code **} stands for any folders, {@code *} for part of a name and {@code ?} for one letter.
 * A pattern that ends with a slash stands for all below it. Matching takes at most the square of the path's length for each
 * sign of the pattern, whatever the pattern.
 */
public final class PathPattern {
    private static final char ONE = '\uFFF0';
    private static final char PART = '\uFFF1';
    private static final char ANY = '\uFFF2';
    /** No folder or several, each with its slash. */
    private static final char FOLDERS = '\uFFF3';
    /** At the end: nothing, or a slash and what follows. */
    private static final char BELOW = '\uFFF4';

    private final char[] signs;

    private PathPattern(char[] signs) {
        this.signs = signs;
    }

    public static PathPattern of(String pattern) {
        String written = pattern.replace('\\', '/');
        if (written.endsWith("/")) written += "**";
        StringBuilder signs = new StringBuilder();
        for (int i = 0; i < written.length(); i++) {
            char c = written.charAt(i);
            boolean starts = i == 0 || written.charAt(i - 1) == '/';
            if (starts && written.startsWith("**/", i)) {
                signs.append(FOLDERS);
                i += 2;
            } else if (written.startsWith("/**", i) && i + 3 == written.length()) {
                signs.append(BELOW);
                i += 2;
            } else if (written.startsWith("**", i)) {
                signs.append(ANY);
                i++;
            } else if (c == '*') signs.append(PART);
            else if (c == '?') signs.append(ONE);
            else signs.append(c);
        }
        return new PathPattern(signs.toString().toCharArray());
    }

    public boolean matches(String path) {
        return new Match(path).found();
    }

    /** Whether a path below a folder may match; false only if none does. */
    public boolean mayHold(String folder) {
        int wildcard = 0;
        while (wildcard < signs.length && signs[wildcard] < ONE) wildcard++;
        String literal = new String(signs, 0, wildcard);
        String inner = folder + "/";
        if (wildcard == signs.length) return literal.startsWith(inner);
        return inner.startsWith(literal) || literal.startsWith(inner) || literal.equals(folder);
    }

    /** A walk through path and signs that goes back to the last wildcard of each kind, and no further. */
    private final class Match {
        private final String path;
        private int at;
        private int sign;
        /** The sign after the last part of a name, and where that part ends; -1 if there is none. */
        private int afterPart = -1;

        private int partEnd;
        /** The same for the last wildcard that takes slashes. */
        private int afterAny = -1;

        private int anyEnd;

        Match(String path) {
            this.path = path;
        }

        boolean found() {
            while (true) {
                if (sign == signs.length) {
                    if (at == path.length()) return true;
                } else if (signs[sign] == BELOW) {
                    if (at == path.length() || path.charAt(at) == '/') return true;
                } else if (step()) continue;
                if (!retry()) return false;
            }
        }

        private boolean step() {
            switch (signs[sign]) {
                case PART -> {
                    afterPart = ++sign;
                    partEnd = at;
                }
                case ANY, FOLDERS -> {
                    afterAny = ++sign;
                    anyEnd = at;
                    afterPart = -1;
                }
                default -> {
                    if (at == path.length()) return false;
                    char c = path.charAt(at);
                    if (signs[sign] == ONE ? c == '/' : c != signs[sign]) return false;
                    at++;
                    sign++;
                }
            }
            return true;
        }

        private boolean retry() {
            if (afterPart >= 0 && partEnd < path.length() && path.charAt(partEnd) != '/') {
                at = ++partEnd;
                sign = afterPart;
                return true;
            }
            if (afterAny < 0) return false;
            boolean folders = signs[afterAny - 1] == FOLDERS;
            anyEnd = folders ? path.indexOf('/', anyEnd) + 1 : anyEnd + 1;
            if (anyEnd == 0 || anyEnd > path.length()) return false;
            afterPart = -1;
            at = anyEnd;
            sign = afterAny;
            return true;
        }
    }
}

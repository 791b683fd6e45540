package dev.pfeiler.conversion;

import dev.pfeiler.facts.ContainerFile;
import dev.pfeiler.script.ScriptKind;
import dev.pfeiler.tree.Paths;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Kinds of text in which it is certain that a path names a file. */
enum PathReferenceSyntax {
    /** Links and images of a Markdown text. Source: CommonMark 0.31, sections 4.7 and 6.3. */
    MARKDOWN {
        @Override
        boolean names(String line, int start, int end) {
            String before = line.substring(0, start);
            boolean inline = before.endsWith("](") && end < line.length() && ")# ".indexOf(line.charAt(end)) >= 0;
            return inline || before.matches(" {0,3}\\[[^\\]]+\\]:\\s+");
        }
    },
    /** What a Dockerfile at the top of the tree copies from there. Source: the reference of Dockerfiles. */
    CONTAINER_FILE {
        private final Pattern copy = Pattern.compile("(?i)\\s*(COPY|ADD)\\s+(?!.*--from=).*");

        @Override
        boolean names(String line, int start, int end) {
            // the last word is a place in the container
            return copy.matcher(line).matches() && !line.substring(end).isBlank() && isWord(line, start, end);
        }
    },
    /** A shell script; its working directory may be known. */
    SHELL_SCRIPT {
        @Override
        boolean names(String line, int start, int end) {
            return !line.strip().startsWith("#") && isWord(line, start, end);
        }
    },
    /** A batch script; its working directory may be known. */
    BATCH_SCRIPT {
        @Override
        boolean names(String line, int start, int end) {
            return !line.strip().matches("(?i)(rem\\b|::).*") && isWord(line, start, end);
        }
    },
    UNKNOWN {
        @Override
        boolean names(String line, int start, int end) {
            return false;
        }
    };

    /** A change of folder, with what is known of where to: behind the folder of the script itself. */
    private static final Pattern CHANGE = Pattern.compile("(?im)(?:^|[;&|(]|\\s)(?:cd|chdir|pushd)\\s+(?:/d\\s+)?"
            + "(?:\"?(?:\\$\\(|`)dirname\\s+\"?\\$(?:0|\\{0\\})\"?[)`]((?:/\\.\\.)*)\"?\\s*(?=$|[;&|])"
            + "|\"?%~dp0((?:\\\\?\\.\\.)*)\\\\?\"?\\s*(?=$|[&|]))?");

    /** A variable with the folder of the script, or one around it. */
    private static final Pattern VARIABLE = Pattern.compile(
            "(?im)^\\s*(?:export\\s+|set\\s+\"?)?(\\w+)=\"?(?:(?:\\$\\(|`)\\s*(?:cd\\s+(?:--\\s+)?\"?)?(?:(?:\\$\\(|`)\\s*)?dirname\\s+\"?\\$(?:0|\\{0\\})\"?[)`]"
                    + "((?:/\\.\\.)*)[^/\\n]*|%~dp0((?:\\\\?\\.\\.)*)\\\\?\"?\\s*)$");

    /** A word that begins with a variable. */
    private static final Pattern WITH_VARIABLE = Pattern.compile("(\\$\\{?(\\w+)\\}?/|%(\\w+)%\\\\?|(%~dp0)\\\\?).*");

    static PathReferenceSyntax of(String path, String content) {
        String extension = Paths.extension(path);
        if (extension.equals("md") || extension.equals("markdown")) return MARKDOWN;
        if (Paths.parent(path).isEmpty() && ContainerFile.isOne(path)) return CONTAINER_FILE;
        return switch (ScriptKind.of(path, content).orElse(ScriptKind.MAKE)) {
            case SHELL -> SHELL_SCRIPT;
            case BATCH -> BATCH_SCRIPT;
            case MAKE -> UNKNOWN;
        };
    }

    boolean isScript() {
        return this == SHELL_SCRIPT || this == BATCH_SCRIPT;
    }

    /** Whether what a build makes is named in it, too. */
    boolean takesBuilt() {
        return isScript() || this == CONTAINER_FILE;
    }

    /** The folder from which paths start in a file of this kind, if that is known. */
    Optional<String> base(String file, String content) {
        if (this == MARKDOWN) return Optional.of(Paths.parent(file));
        if (!isScript()) return Optional.of("");
        // without a change, scripts are started from the top of the tree
        Optional<String> base = Paths.parent(file).isEmpty() ? Optional.of("") : Optional.empty();
        Matcher change = CHANGE.matcher(content);
        boolean first = true;
        while (change.find()) {
            boolean known = content.substring(change.start(), change.end()).matches("(?s).*(dirname|%~dp0).*");
            if (!known || !first) return Optional.empty();
            base = above(file, change.group(1), change.group(2));
            first = false;
        }
        return base;
    }

    private static Optional<String> above(String file, String shell, String batch) {
        String up =
                Optional.ofNullable(shell).or(() -> Optional.ofNullable(batch)).orElse("");
        return Paths.normal(Paths.join(Paths.parent(file), Paths.withoutRoot(up.replace('\\', '/'))));
    }

    /** The folder that the variable at the start of a word stands for, and the length of that start. */
    static Optional<Start> start(String word, String file, String content) {
        Matcher matcher = WITH_VARIABLE.matcher(word);
        if (!matcher.matches()) return Optional.empty();
        int length = matcher.end(1);
        if (matcher.group(4) != null) return Optional.of(new Start(Paths.parent(file), length));
        String name = matcher.group(2) == null ? matcher.group(3) : matcher.group(2);
        Matcher variable = VARIABLE.matcher(content);
        while (variable.find()) {
            if (!variable.group(1).equalsIgnoreCase(name)) continue;
            return above(file, variable.group(2), variable.group(3)).map(folder -> new Start(folder, length));
        }
        return Optional.empty();
    }

    /** The start of a word that stands for a folder. */
    record Start(String folder, int length) {}

    /** Whether it is certain that the text between two places of a line names a file. */
    abstract boolean names(String line, int start, int end);

    /** Whether a whole word of a command is there. */
    private static boolean isWord(String line, int start, int end) {
        char before = start == 0 ? ' ' : line.charAt(start - 1);
        char after = end == line.length() ? ' ' : line.charAt(end);
        return " \t\"'=<>[,".indexOf(before) >= 0 && " \t\"';&|)<>],".indexOf(after) >= 0;
    }
}

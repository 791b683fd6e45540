package dev.pfeiler.conversion;

import dev.pfeiler.tree.Paths;
import java.util.Set;
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
    /** What a container file at the top of the tree copies from there. Source: the reference of container files. */
    CONTAINER_FILE {
        private final Pattern copy = Pattern.compile("(?i)\\s*(COPY|ADD)\\s+(?!.*--from=).*");

        @Override
        boolean names(String line, int start, int end) {
            // the last word is a place in the container
            return copy.matcher(line).matches() && !line.substring(end).isBlank() && isWord(line, start, end);
        }
    },
    /** A shell script at the top of the tree that works there. */
    SHELL_SCRIPT {
        @Override
        boolean names(String line, int start, int end) {
            return !line.strip().startsWith("#") && isWord(line, start, end);
        }
    },
    UNKNOWN {
        @Override
        boolean names(String line, int start, int end) {
            return false;
        }
    };

    private static final Set<String> SCRIPTS = Set.of("sh", "bash", "ksh", "command");
    private static final Set<String> CONTAINER_FILES = Set.of("Dockerfile", "Containerfile");
    /** A change of folder, but for that to the folder of the script itself. */
    private static final Pattern LEAVES = Pattern.compile(
            "(?m)(^|[;&|(]|\\s)(cd|pushd)\\s+(?!\"?(\\$\\(|`)dirname\\s+\"?\\$(0|\\{0\\})\"?[)`]\"?\\s*($|[;&|]))");

    static PathReferenceSyntax of(String path, String content) {
        boolean top = Paths.parent(path).isEmpty();
        String extension = Paths.extension(path);
        if (extension.equals("md") || extension.equals("markdown")) return MARKDOWN;
        if (top && CONTAINER_FILES.contains(Paths.name(path))) return CONTAINER_FILE;
        boolean script = SCRIPTS.contains(extension) || content.matches("(?s)#! ?/(usr/)?bin/(env )?(ba|k|da)?sh\\b.*");
        return top && script && !LEAVES.matcher(content).find() ? SHELL_SCRIPT : UNKNOWN;
    }

    /** The folder from which paths start in a file of this kind. */
    String base(String file) {
        return this == MARKDOWN ? Paths.parent(file) : "";
    }

    /** Whether it is certain that the text between two places of a line names a file. */
    abstract boolean names(String line, int start, int end);

    /** Whether a whole word of a command is there. */
    private static boolean isWord(String line, int start, int end) {
        char before = start == 0 ? ' ' : line.charAt(start - 1);
        char after = end == line.length() ? ' ' : line.charAt(end);
        return " \t\"'=<>[,".indexOf(before) >= 0 && " \t\"';&|)<>],".indexOf(after) >= 0;
    }
}

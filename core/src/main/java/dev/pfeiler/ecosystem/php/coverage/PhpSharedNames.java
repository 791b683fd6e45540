package dev.pfeiler.ecosystem.php.coverage;

import dev.pfeiler.ecosystem.php.project.PhpProject;
import dev.pfeiler.ecosystem.php.source.PhpSource;
import dev.pfeiler.ecosystem.php.source.PhpSource.Declaration;
import dev.pfeiler.ecosystem.php.source.Token;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** Functions and constants of a project: who declares them, and who names them. */
public final class PhpSharedNames {
    /** Functions by which a program asks whether a function or a constant is there. */
    private static final Set<String> ASKS = Set.of("function_exists", "defined", "is_callable");

    private final Map<String, Set<Shared>> functions = new HashMap<>();
    private final Map<String, Set<Shared>> constants = new HashMap<>();
    private final Map<String, List<Shared>> namedBy = new LinkedHashMap<>();
    private final Set<String> askedFor = new HashSet<>();
    /** Files that classes of others name something of. */
    private final Set<String> needed = new HashSet<>();

    /**
     * A function or constant.
     *
     * @param name with its namespace
     * @param file that declares it
     */
    public record Shared(PhpSource.Kind kind, String name, String file) {}

    public PhpSharedNames(PhpProject project) {
        for (PhpSource source : project.sources().values()) {
            for (Declaration declared : source.declarations()) {
                if (declared.kind().loadable()) continue;
                Shared shared = new Shared(declared.kind(), declared.name(), source.path());
                boolean function = declared.kind() == PhpSource.Kind.FUNCTION;
                String key = function ? PhpProject.key(declared.simple()) : declared.simple();
                (function ? functions : constants)
                        .computeIfAbsent(key, k -> new LinkedHashSet<>())
                        .add(shared);
            }
        }
        project.sources().values().forEach(source -> read(project, source));
    }

    private void read(PhpProject project, PhpSource source) {
        Set<Shared> named = new LinkedHashSet<>();
        List<Token> tokens = source.tokens();
        for (int i = 0; i < tokens.size(); i++) {
            Token token = tokens.get(i);
            if (token.kind() != Token.Kind.NAME) continue;
            String simple = token.text().substring(token.text().lastIndexOf('\\') + 1);
            boolean called = i + 1 < tokens.size() && tokens.get(i + 1).is("(");
            boolean asks = called && ASKS.contains(PhpProject.key(simple));
            if (asks && i + 2 < tokens.size() && tokens.get(i + 2).kind() == Token.Kind.STRING)
                askedFor.add(PhpProject.key(tokens.get(i + 2).text()));
            boolean member = i > 0
                    && (tokens.get(i - 1).is("->")
                            || tokens.get(i - 1).is("?->")
                            || tokens.get(i - 1).is("::")
                            || tokens.get(i - 1).word("function")
                            || tokens.get(i - 1).word("const")
                            || tokens.get(i - 1).word("new"));
            if (member) continue;
            named.addAll(
                    called
                            ? functions.getOrDefault(PhpProject.key(simple), Set.of())
                            : constants.getOrDefault(simple, Set.of()));
        }
        named.removeIf(shared -> shared.file().equals(source.path()));
        if (named.isEmpty()) return;
        namedBy.put(source.path(), List.copyOf(named));
        if (project.hasClasses(source)) named.forEach(shared -> needed.add(shared.file()));
    }

    /** What a file names that other files of the project declare; all of several with one name. */
    public List<Shared> namedBy(String path) {
        return namedBy.getOrDefault(path, List.of());
    }

    /** Whether a class of another file needs something of a file, and nothing acts differently once it is there. */
    boolean isNeeded(PhpSource source) {
        return needed.contains(source.path())
                && source.declarations().stream()
                        .filter(declared -> !declared.kind().loadable())
                        .noneMatch(declared -> askedFor.contains(PhpProject.key(declared.name())));
    }
}

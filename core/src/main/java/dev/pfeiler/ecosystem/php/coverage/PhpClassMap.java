package dev.pfeiler.ecosystem.php.coverage;

import dev.pfeiler.ecosystem.php.composer.CopiedLibrary;
import dev.pfeiler.ecosystem.php.loading.Autoloader;
import dev.pfeiler.ecosystem.php.project.PhpProject;
import dev.pfeiler.ecosystem.php.source.PhpSource;
import dev.pfeiler.ecosystem.php.source.PhpSource.Declaration;
import dev.pfeiler.ecosystem.php.source.PhpSource.Effect;
import dev.pfeiler.ecosystem.php.source.Token;
import dev.pfeiler.tree.Paths;
import java.util.BitSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;

/**
 * The files whose classes the autoloader may load, whether or not the program loads them by statements as well.
 *
 * <p>That is safe where the classes are declared nowhere else: a class that the autoloader has loaded is not looked for
 * by the program's own autoloader, and a statement with {@code _once} does not load its file again. What a file does
 * beside declaring must not depend on where it is loaded, as the autoloader loads it within a function.
 */
public final class PhpClassMap {
    /** Composer looks for classes in files with these extensions. Source: its class map generator. */
    private static final Set<String> EXTENSIONS = Set.of("php", "inc");

    private static final Set<String> EVERYWHERE =
            Set.of("$globals", "$_server", "$_get", "$_post", "$_files", "$_cookie", "$_session", "$_request", "$_env");
    /** Words by which more happens than that something is set. */
    private static final Set<String> VISIBLE = Set.of(
            "exit",
            "die",
            "echo",
            "print",
            "printf",
            "global",
            "return",
            "header",
            "session_start",
            "eval",
            "extract",
            "ob_start",
            "readfile",
            "static",
            "goto");

    /** Functions by which a program asks for a class. Source: the PHP manual, autoloading. */
    private static final Set<String> ASKS = Set.of(
            "class_exists",
            "interface_exists",
            "trait_exists",
            "enum_exists",
            "method_exists",
            "property_exists",
            "is_callable",
            "is_a",
            "is_subclass_of",
            "class_implements",
            "class_parents",
            "unserialize");

    private static final Set<String> QUESTIONS = Set.of("class_exists", "interface_exists", "trait_exists");

    private final PhpProject project;
    private final Set<String> mapped = new TreeSet<>();
    private final Map<String, String> refused = new HashMap<>();
    private final Map<String, Set<String>> globals = new HashMap<>();
    /** By file, the variables that its functions take from outside. */
    private final Map<String, Set<String>> shared = new HashMap<>();

    /** Names of classes that the program asks for, in lower case; with the empty one, it may be any. */
    private final Set<String> askedFor = new HashSet<>();

    /**
     * @param packages copied libraries that become packages, which bring their own autoloading
     * @param kept files that the user wants to be loaded as before
     */
    public PhpClassMap(PhpProject project, Set<CopiedLibrary> packages, Set<String> kept) {
        this.project = project;
        project.sources().values().forEach(this::questions);
        for (PhpSource source : project.sources().values()) {
            if (packages.stream().anyMatch(library -> library.holds(source.path()))) continue;
            if (source.classes().isEmpty()) continue;
            Optional<String> obstacle = kept.contains(source.path()) ? Optional.of("by your choice") : obstacle(source);
            obstacle.ifPresentOrElse(why -> refused.put(source.path(), why), () -> mapped.add(source.path()));
        }
    }

    private void questions(PhpSource source) {
        if (ASKS.stream().noneMatch(source.calls()::containsKey)) return;
        source.classStrings().forEach(use -> askedFor.add(PhpProject.key(use.name())));
        List<Token> tokens = source.tokens();
        source.uses().stream()
                .filter(use -> use.token() + 2 < tokens.size()
                        && tokens.get(use.token() + 1).is("::")
                        && tokens.get(use.token() + 2).word("class"))
                .forEach(use -> askedFor.add(PhpProject.key(use.name())));
        for (int i = 0; i + 2 < tokens.size(); i++) {
            boolean computed = tokens.get(i).kind() == Token.Kind.NAME
                    && ASKS.contains(PhpProject.key(tokens.get(i).text()))
                    && tokens.get(i + 1).is("(")
                    && tokens.get(i + 2).kind() != Token.Kind.STRING;
            if (computed) askedFor.add("");
        }
    }

    /**
     * Whether the program may ask for a class without using it, so that the autoloader loads it.
     *
     * @param first whether that would have to be before anything else is done
     */
    boolean isAskedFor(String name, boolean first) {
        return askedFor.contains("") && !first || askedFor.contains(PhpProject.key(name));
    }

    public boolean contains(String path) {
        return mapped.contains(path);
    }

    /** In order. */
    Set<String> files() {
        return mapped;
    }

    /** Why the classes of a file have to be loaded as before. */
    Optional<String> refused(String path) {
        return Optional.ofNullable(refused.get(path));
    }

    private Optional<String> obstacle(PhpSource source) {
        if (source.broken().isPresent()) return Optional.of("syntax error");
        if (project.entries().contains(source.path())) return Optional.of("is an entry point");
        if (!EXTENSIONS.contains(Paths.extension(source.path())))
            return Optional.of("Composer reads no files with this extension");
        if (source.prints()) return Optional.of("prints output when loaded");
        if (source.returns() > 0) return Optional.of("returns a value to the file that loads it");
        for (Effect effect : source.effects()) {
            if (dependsOnPlace(source, effect)) return Optional.of("has side effects: " + effect.text());
        }
        for (Declaration declared : source.classes()) {
            if (declared.conditional() && !unlessThere(source, declared))
                return Optional.of("declares " + declared.name() + " conditionally");
            if (!isOwner(source, declared)) return Optional.of("also declared by another file: " + declared.name());
        }
        return Optional.empty();
    }

    /** Whether a statement does something else where it is within a function, or shows. */
    private boolean dependsOnPlace(PhpSource source, Effect effect) {
        List<Token> tokens = source.tokens();
        for (int i = effect.start(); i < Math.min(effect.end(), tokens.size()); i++) {
            Token token = tokens.get(i);
            // what is in a function has its own variables
            if (token.word("function") && !tokens.get(i + 1).is("_")) {
                int body = i;
                while (body < effect.end() && !tokens.get(body).is("{")) body++;
                i = body < effect.end() ? source.brackets().closing(body) : body;
                continue;
            }
            boolean member = i > 0 && tokens.get(i - 1).is("::");
            if (token.kind() == Token.Kind.TEMPLATE && token.text().contains("$")) return true;
            boolean variable = token.kind() == Token.Kind.VARIABLE;
            if (variable && !member && isShared(source, token.text())) return true;
            boolean word = token.kind() == Token.Kind.NAME && !member && VISIBLE.contains(PhpProject.key(token.text()));
            if (word) return true;
        }
        return false;
    }

    /** Whether a variable is one of more files than this: within a function it would be another one. */
    private boolean isShared(PhpSource source, String variable) {
        if (EVERYWHERE.contains(PhpProject.key(variable))) return false;
        // few programs need them to be known
        if (globals.isEmpty()) findGlobals();
        Set<String> using = globals.getOrDefault(variable, Set.of());
        return using.size() > (using.contains(source.path()) ? 1 : 0)
                || shared.getOrDefault(source.path(), Set.of()).contains(variable);
    }

    /** Whether a class is declared under the condition that it is not there yet, as the autoloader asks, too. */
    private static boolean unlessThere(PhpSource source, Declaration declared) {
        return QUESTIONS.stream().anyMatch(source.calls()::containsKey)
                && source.classStrings().stream().anyMatch(use -> use.name().equalsIgnoreCase(declared.name()));
    }

    /** Whether a file alone declares a class, or alone of those that are in use. */
    private boolean isOwner(PhpSource source, Declaration declared) {
        if (project.owners(declared.name()).size() < 2) return true;
        boolean test = project.isTest(source.path());
        List<PhpSource> owners = project.owners(declared.name()).stream()
                .filter(owner -> project.isTest(owner.path()) == test)
                .distinct()
                .toList();
        if (owners.size() < 2) return true;
        // a file that is named after the class, beside one that has many classes
        List<PhpSource> named = owners.stream()
                .filter(owner -> Autoloader.leadsTo(declared, owner.path()))
                .toList();
        if (named.size() == 1) return named.get(0) == source;
        List<PhpSource> used = owners.stream()
                .filter(owner -> project.reached().contains(owner.path()))
                .toList();
        return used.equals(List.of(source));
    }

    /** Finds the variables that are global, each with the files that use it as such. */
    private void findGlobals() {
        for (PhpSource source : project.sources().values()) {
            List<Token> tokens = source.tokens();
            BitSet inFunctions = inFunctions(source);
            boolean named = false;
            for (int i = 0; i < tokens.size(); i++) {
                Token token = tokens.get(i);
                if (token.word("global")) named = true;
                else if (token.is(";")) named = false;
                boolean global = named || !inFunctions.get(i);
                if (token.kind() == Token.Kind.VARIABLE && global) note(token.text(), source);
                // what a function makes its own is shared, even if no other file names it
                if (token.kind() == Token.Kind.VARIABLE && named)
                    shared.computeIfAbsent(source.path(), p -> new HashSet<>()).add(token.text());
                boolean indexed = token.text().equals("$GLOBALS")
                        && i + 2 < tokens.size()
                        && tokens.get(i + 2).kind() == Token.Kind.STRING;
                if (!indexed) continue;
                note("$" + tokens.get(i + 2).text(), source);
                shared.computeIfAbsent(source.path(), p -> new HashSet<>())
                        .add("$" + tokens.get(i + 2).text());
            }
        }
    }

    private void note(String variable, PhpSource source) {
        globals.computeIfAbsent(variable, v -> new TreeSet<>()).add(source.path());
    }

    /** The places of a file's tokens that are in functions and classes. */
    private static BitSet inFunctions(PhpSource source) {
        List<Token> tokens = source.tokens();
        BitSet inside = new BitSet(tokens.size());
        for (int i = 0; i < tokens.size(); i++) {
            boolean declares = Set.of("function", "class", "interface", "trait", "enum")
                    .contains(
                            tokens.get(i).kind() == Token.Kind.NAME
                                    ? PhpProject.key(tokens.get(i).text())
                                    : "");
            if (!declares || i > 0 && tokens.get(i - 1).is("::")) continue;
            int body = i;
            while (body < tokens.size()
                    && !tokens.get(body).is("{")
                    && !tokens.get(body).is(";")) body++;
            int end = body < tokens.size() && tokens.get(body).is("{")
                    ? source.brackets().closing(body)
                    : body;
            inside.set(i, end + 1);
            i = Math.max(i, end);
        }
        return inside;
    }
}

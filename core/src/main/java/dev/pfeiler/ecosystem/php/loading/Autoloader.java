package dev.pfeiler.ecosystem.php.loading;

import dev.pfeiler.ecosystem.php.source.PhpSource;
import dev.pfeiler.ecosystem.php.source.PhpSource.Declaration;
import dev.pfeiler.ecosystem.php.source.PhpSource.Effect;
import dev.pfeiler.ecosystem.php.source.Token;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.Text;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * A function of the program's own that loads the file of a class when the class is first used.
 *
 * @param source that registers it
 * @param registration the statement that does so; empty if the function's name alone makes it one
 * @param function its name in lower case; empty for one without a name
 * @param rule where it looks, in words
 * @param files of the classes that it loads
 * @param understood whether where it looks is known
 * @param loads the places in it that load files
 */
public record Autoloader(
        PhpSource source,
        Optional<Effect> registration,
        String function,
        String rule,
        Set<String> files,
        boolean understood,
        List<Loaded> loads,
        Evidence evidence) {
    private static final Pattern QUALIFIER = Pattern.compile("^.*(::|\\\\)");
    private static final Pattern DOTS = Pattern.compile("^[./]+");
    private static final Pattern ENDING = Pattern.compile("\\.(class|inc|interface|trait)?\\.?(php|inc)$");
    private static final Pattern KIND = Pattern.compile("^(class|interface|trait)[.-]");

    private static final String REGISTER = "spl_autoload_register";
    /** The function that was called for this before there was a register. */
    private static final String OLD_NAME = "__autoload";

    /** All of a project. */
    public static List<Autoloader> in(Collection<PhpSource> sources, Loading loading) {
        List<Autoloader> found = new ArrayList<>();
        for (PhpSource source : sources) {
            for (Effect effect : source.effects()) {
                Token first = source.tokens().get(effect.start());
                if (Text.withoutStart(first.text(), "\\").equalsIgnoreCase(REGISTER))
                    found.add(of(sources, loading, source, Optional.of(effect), named(source, effect)));
            }
            boolean old = source.declarations().stream().anyMatch(d -> d.name().equalsIgnoreCase(OLD_NAME));
            if (old) found.add(of(sources, loading, source, Optional.empty(), OLD_NAME));
        }
        return found;
    }

    /** The name of the function that is registered; empty if it is there itself. */
    private static String named(PhpSource source, Effect effect) {
        List<Token> inner = source.tokens().subList(effect.start() + 2, effect.end());
        if (inner.stream().limit(2).anyMatch(t -> t.word("function") || t.word("fn"))) return "";
        return inner.stream()
                .filter(t -> t.kind() == Token.Kind.STRING)
                .reduce((first, last) -> last)
                .map(t -> QUALIFIER.matcher(t.text()).replaceFirst("").toLowerCase(Locale.ROOT))
                .orElse("");
    }

    private static Autoloader of(
            Collection<PhpSource> sources,
            Loading loading,
            PhpSource source,
            Optional<Effect> registration,
            String function) {
        List<Loaded> loads = function.isEmpty()
                ? loading.of(source).stream()
                        .filter(l ->
                                l.load().first() > registration.orElseThrow().start())
                        .filter(l ->
                                l.load().first() < registration.orElseThrow().end())
                        .toList()
                : sources.stream()
                        .filter(s -> s == source || declares(s, function))
                        .flatMap(s -> loading.of(s).stream())
                        .filter(l -> l.load().function().equals(function))
                        .toList();
        Set<String> listed = listed(sources, source, registration);
        if (!listed.isEmpty()) {
            Evidence place = source.evidence(registration.orElseThrow().start());
            return new Autoloader(source, registration, function, "its own class list", listed, true, loads, place);
        }
        Set<String> files = new LinkedHashSet<>();
        List<String> rules = new ArrayList<>();
        boolean understood = !loads.isEmpty();
        for (Loaded load : loads) {
            Set<String> its = fitting(sources, load);
            files.addAll(its);
            understood &= !its.isEmpty();
            rules.add(load.written());
        }
        Evidence evidence = registration
                .map(effect -> source.evidence(effect.start()))
                .orElseGet(() -> Evidence.of(source.path(), "function " + function));
        return new Autoloader(
                source, registration, function, String.join(", ", rules), files, understood, loads, evidence);
    }

    private static boolean declares(PhpSource source, String function) {
        return source.declarations().stream()
                .anyMatch(d -> d.kind() == PhpSource.Kind.FUNCTION && d.simple().equalsIgnoreCase(function));
    }

    /** The files of classes that are listed by name within the statement itself; none unless each is found. */
    private static Set<String> listed(Collection<PhpSource> sources, PhpSource source, Optional<Effect> registration) {
        Set<String> files = new LinkedHashSet<>();
        if (registration.isEmpty()) return files;
        List<Token> tokens = source.tokens();
        for (int i = registration.get().start() + 1; i + 1 < registration.get().end(); i++) {
            boolean pair = tokens.get(i).is("=>")
                    && tokens.get(i - 1).kind() == Token.Kind.STRING
                    && tokens.get(i + 1).kind() == Token.Kind.STRING;
            if (!pair) continue;
            String name = tokens.get(i - 1).text();
            String path = DOTS.matcher(tokens.get(i + 1).text()).replaceFirst("");
            Optional<PhpSource> owner = sources.stream()
                    .filter(s -> s.path().equals(path) || s.path().endsWith("/" + path))
                    .filter(s ->
                            s.declarations().stream().anyMatch(d -> d.name().equalsIgnoreCase(name)))
                    .findFirst();
            if (owner.isEmpty()) return Set.of();
            files.add(owner.get().path());
        }
        return files;
    }

    /** Of the files that a load may lead to those whose classes have the name that leads to them. */
    private static Set<String> fitting(Collection<PhpSource> sources, Loaded load) {
        Set<String> fitting = new LinkedHashSet<>();
        for (PhpSource source : sources) {
            if (!load.files().contains(source.path())) continue;
            boolean fits = source.declarations().stream()
                    .filter(d -> d.kind().loadable())
                    .anyMatch(d -> leadsTo(d, source.path()));
            if (fits) fitting.add(source.path());
        }
        return fitting;
    }

    /** Whether the name of a class, by one of the usual rules, ends in the name of its file. */
    public static boolean leadsTo(Declaration declared, String path) {
        String stem = ENDING.matcher(Paths.name(path)).replaceFirst("");
        String bare = KIND.matcher(stem).replaceFirst("");
        String simple = declared.simple();
        String last = simple.substring(simple.lastIndexOf('_') + 1);
        return Stream.of(simple, last, simple.replace('_', '-'))
                .anyMatch(name -> name.equalsIgnoreCase(stem) || name.equalsIgnoreCase(bare));
    }
}

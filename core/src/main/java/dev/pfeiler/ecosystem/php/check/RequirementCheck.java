package dev.pfeiler.ecosystem.php.check;

import com.fasterxml.jackson.databind.JsonNode;
import dev.pfeiler.check.Cure;
import dev.pfeiler.check.JsonChange;
import dev.pfeiler.ecosystem.php.composer.Extensions;
import dev.pfeiler.ecosystem.php.source.PhpFeature;
import dev.pfeiler.ecosystem.php.source.PhpSource;
import dev.pfeiler.evidence.Evidence;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Holds what the descriptor requires against what the code uses, and against the lock file. */
final class RequirementCheck {
    private static final String REQUIRE = "require";
    private static final String DEVELOPMENT = "require-dev";
    private static final Pattern LOWEST = Pattern.compile("(?:>=|\\^|~|=|^|\\s)\\s*v?(\\d+(?:\\.\\d+)?)");
    private static final Pattern UNENCRYPTED = Pattern.compile("http://(?!localhost\\b|127\\.).*");

    private final CheckedProject checked;
    private final List<PhpSource> program;

    RequirementCheck(CheckedProject checked) {
        this.checked = checked;
        this.program = checked.project().own().stream()
                .filter(source -> !checked.isAside(source.path()))
                .toList();
    }

    void run() {
        extensions();
        packages();
        level();
        checked.lock().ifPresent(this::lock);
        repositories();
    }

    private boolean requires(String section, String name) {
        return !checked.descriptor().at(section, name).isMissingNode();
    }

    private void extensions() {
        Extensions.usedBy(program).forEach((name, used) -> {
            String key = name.startsWith("ext-") ? name : "ext-" + name;
            if (used.optional().isPresent() || requires(REQUIRE, key)) return;
            // a driver requires what it is a driver for
            boolean replaced = checked.descriptor().at(REQUIRE).properties().stream()
                    .map(Map.Entry::getKey)
                    .anyMatch(other ->
                            other.equals("symfony/polyfill-" + key.substring(4)) || other.startsWith(key + "_"));
            if (replaced) return;
            checked.note(
                    PhpKind.EXTENSION_UNDECLARED,
                    checked.place(REQUIRE),
                    key,
                    used.evidence().place() + " uses the extension " + key.substring(4)
                            + ", which the descriptor does not require.",
                    checked.declaring(REQUIRE, key, "*"));
        });
    }

    /** The packages of the lock file by the prefixes of their classes. */
    private Map<String, String> prefixes(ComposerLock lock) {
        Map<String, String> prefixes = new LinkedHashMap<>();
        lock.packages().forEach((name, manifest) -> {
            for (String kind : List.of("psr-4", "psr-0"))
                manifest.path("autoload").path(kind).fieldNames().forEachRemaining(prefix -> {
                    if (!prefix.isEmpty()) prefixes.put(prefix, name);
                });
        });
        return prefixes;
    }

    private void packages() {
        if (checked.lock().isEmpty()) return;
        ComposerLock lock = checked.lock().get();
        Map<String, String> prefixes = prefixes(lock);
        Map<String, Evidence> used = new LinkedHashMap<>();
        for (PhpSource source : program)
            for (PhpSource.Use use : source.uses())
                owner(prefixes, use.name())
                        .filter(name -> checked.project().owners(use.name()).isEmpty())
                        .ifPresent(name -> used.putIfAbsent(name, source.evidence(use.token())));
        used.forEach((name, place) -> {
            if (requires(REQUIRE, name)) return;
            String version = lock.packages().get(name).path("version").asText();
            if (requires(DEVELOPMENT, name)) development(name, place);
            else
                checked.note(
                        PhpKind.REQUIREMENT_UNDECLARED,
                        checked.place(REQUIRE),
                        name,
                        place.place() + " uses " + name + ", which is there only because another package requires it.",
                        checked.declaring(REQUIRE, name, range(version)));
        });
    }

    private void development(String name, Evidence place) {
        String range = checked.descriptor().at(DEVELOPMENT, name).asText();
        checked.note(
                PhpKind.DEVELOPMENT_REQUIREMENT_IN_PROGRAM,
                checked.place(DEVELOPMENT, name),
                name,
                place.place() + " uses " + name + ", which is not installed where the program runs.",
                new Cure(
                        "Require it for the program.",
                        checked.changes(
                                JsonChange.move(CheckedProject.FILE, DEVELOPMENT, REQUIRE, name, range), name)));
    }

    /** The range of the releases that are compatible with a version. */
    private static String range(String version) {
        Matcher matcher = Pattern.compile("v?(\\d+\\.\\d+)").matcher(version);
        return matcher.find() ? "^" + matcher.group(1) : "*";
    }

    /** The package with the longest prefix of a name. */
    private static Optional<String> owner(Map<String, String> prefixes, String name) {
        return prefixes.entrySet().stream()
                .filter(entry -> name.startsWith(entry.getKey()))
                .max(java.util.Comparator.comparingInt(entry -> entry.getKey().length()))
                .map(Map.Entry::getValue);
    }

    /** What needs a release. */
    private record Needed(double level, String written, String what, Evidence place) {}

    private void level() {
        String stated = checked.descriptor().at(REQUIRE, "php").asText("");
        Optional<Double> lowest = lowest(stated);
        if (lowest.isEmpty()) return;
        List<Needed> needed = new ArrayList<>();
        for (PhpSource source : program) {
            source.newest().ifPresent(entry -> {
                PhpFeature feature = entry.getKey();
                needed.add(new Needed(
                        Double.parseDouble(feature.level()),
                        feature.level(),
                        feature.text(),
                        new Evidence(source.path(), entry.getValue(), "")));
            });
            functions(source, needed);
        }
        Optional<Needed> highest = needed.stream().max(java.util.Comparator.comparingDouble(Needed::level));
        if (highest.isEmpty() || highest.get().level() <= lowest.get()) return;
        String range = (stated.startsWith("^") ? "^" : ">=") + highest.get().written();
        checked.note(
                PhpKind.PHP_LEVEL_TOO_LOW,
                checked.place(REQUIRE, "php"),
                "php",
                highest.get().place().place() + " contains " + highest.get().what() + ", which PHP has from "
                        + highest.get().written() + " on; " + stated + " is required.",
                new Cure(
                        "Require " + range + ".",
                        checked.changes(JsonChange.set(CheckedProject.FILE, range, REQUIRE, "php"), "")));
    }

    private void functions(PhpSource source, List<Needed> needed) {
        boolean asks = source.calls().containsKey("function_exists");
        boolean replaced = checked.descriptor().at(REQUIRE).properties().stream()
                .anyMatch(entry -> entry.getKey().startsWith("symfony/polyfill-php"));
        if (asks || replaced) return;
        source.calls().forEach((name, line) -> {
            String since = PhpFunctions.SINCE.get(name);
            if (since == null) return;
            boolean own = checked.project().own().stream()
                    .flatMap(other -> other.declarations().stream())
                    .anyMatch(one -> one.kind() == PhpSource.Kind.FUNCTION
                            && one.simple().equalsIgnoreCase(name));
            if (!own)
                needed.add(new Needed(
                        Double.parseDouble(since), since, name + "()", new Evidence(source.path(), line, name)));
        });
    }

    private static Optional<Double> lowest(String range) {
        return java.util.Arrays.stream(range.split("\\|\\|?"))
                .flatMap(part -> {
                    Matcher matcher = LOWEST.matcher(part.strip());
                    return matcher.find() ? java.util.stream.Stream.of(Double.parseDouble(matcher.group(1))) : null;
                })
                .min(Double::compare);
    }

    private void lock(ComposerLock lock) {
        JsonNode descriptor = checked.descriptor().at();
        if (lock.fits(descriptor)) return;
        Optional<String> odd = descriptor.path(REQUIRE).properties().stream()
                .map(Map.Entry::getKey)
                .filter(name -> name.contains("/") && !lock.packages().containsKey(name))
                .findFirst();
        checked.note(
                PhpKind.COMPOSER_LOCK_OUT_OF_DATE,
                new Evidence(ComposerLock.NAME, lock.hashLine(), "content-hash"),
                odd.orElse(ComposerLock.NAME),
                "The lock file was made for another " + CheckedProject.FILE + "."
                        + odd.map(name -> " It does not have " + name + ".").orElse(""),
                Cure.choice("Run composer update for what has changed, which brings the lock file up to date."));
    }

    private void repositories() {
        JsonNode repositories = checked.descriptor().at("repositories");
        for (JsonNode one : repositories) {
            String url = one.path("url").asText("");
            if (!UNENCRYPTED.matcher(url).matches()) continue;
            checked.note(
                    PhpKind.PACKAGE_SOURCE_WITHOUT_ENCRYPTION,
                    checked.place("repositories"),
                    url,
                    "Packages are fetched over http, which anyone on the way can change.",
                    Cure.choice("Use the address with https if the server has one, or remove the repository."));
        }
    }
}

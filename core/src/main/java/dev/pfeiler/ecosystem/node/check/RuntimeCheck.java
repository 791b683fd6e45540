package dev.pfeiler.ecosystem.node.check;

import dev.pfeiler.check.Change;
import dev.pfeiler.check.Cure;
import dev.pfeiler.check.JsonChange;
import dev.pfeiler.ecosystem.node.decision.RuntimeVersion;
import dev.pfeiler.ecosystem.node.model.CompilerConfig;
import dev.pfeiler.ecosystem.node.registry.Manifest;
import dev.pfeiler.ecosystem.node.source.Feature;
import dev.pfeiler.ecosystem.node.source.Script;
import dev.pfeiler.tree.Paths;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.semver4j.Semver;

/** Holds the release of the runtime and the module type that are stated against the sources and other files. */
final class RuntimeCheck {
    /** The first releases of Node.js that know a whole edition of the language. Source: the release notes of Node.js. */
    private static final Map<String, Integer> EDITIONS = Map.ofEntries(
            Map.entry("es5", 0),
            Map.entry("es6", 6),
            Map.entry("es2015", 6),
            Map.entry("es2016", 7),
            Map.entry("es2017", 8),
            Map.entry("es2018", 10),
            Map.entry("es2019", 12),
            Map.entry("es2020", 14),
            Map.entry("es2021", 15),
            Map.entry("es2022", 16),
            Map.entry("es2023", 20));

    private final CheckedPackage checked;

    RuntimeCheck(CheckedPackage checked) {
        this.checked = checked;
    }

    void run() {
        String stated = checked.descriptor().at("engines", "node").asText("");
        Optional<Semver> lowest = Manifest.firstOf(stated);
        lowest.ifPresent(first -> {
            boolean low = syntax(stated, first);
            if (!low) elsewhere(stated, first);
        });
        moduleType();
    }

    /** Whether the lowest promised release lacks something that the sources need. */
    private boolean syntax(String stated, Semver lowest) {
        if (checked.isTransformed()) return false;
        // releases without modules take the others
        boolean both = checked.product().anyMatch(script -> script.modules().common());
        Optional<Feature> newest = checked.product()
                .filter(script -> !script.declarations())
                .filter(script -> !both || !Paths.extension(script.path()).equals("mjs"))
                .flatMap(script -> script.features().stream().filter(feature -> isKept(script, feature)))
                .max(Comparator.comparing(feature -> new Semver(feature.release())));
        if (newest.isEmpty() || !new Semver(newest.get().release()).isGreaterThan(lowest)) return false;
        String range = ">=" + newest.get().release().replaceFirst("\\.0\\.0$", "");
        checked.note(
                NodeKind.ENGINE_TOO_LOW,
                checked.place("engines", "node"),
                "engines.node",
                newest.get().evidence().place() + " contains " + newest.get().text() + ", which Node.js has from "
                        + newest.get().release() + " on; " + stated + " is promised.",
                Cure.certain("Promise " + range + ".", change(stated, range)));
        return true;
    }

    private Change[] change(String stated, String range) {
        Change own = JsonChange.set(CheckedPackage.FILE, range, "engines", "node");
        if (checked.lock().isEmpty()) return new Change[] {own};
        String lock = checked.lock().get().path();
        Change follows = JsonChange.set(lock, range, "packages", "", "engines", "node");
        return new Change[] {own, follows};
    }

    /** Whether a feature is there when a script runs, and not replaced by the compiler. */
    private boolean isKept(Script script, Feature feature) {
        if (!script.typed()) return true;
        if (feature.text().startsWith("the module") || feature.text().startsWith("the node:")) return true;
        String target = checked.compilerConfig()
                .map(config -> config.text("target").toLowerCase(Locale.ROOT))
                .orElse("es5");
        int edition = EDITIONS.getOrDefault(target, target.equals("esnext") ? Integer.MAX_VALUE : 0);
        return feature.major() <= edition;
    }

    private void elsewhere(String stated, Semver lowest) {
        for (RuntimeVersion version : RuntimeVersion.of(checked.tree())) {
            if (version.major() >= lowest.getMajor()) continue;
            checked.note(
                    NodeKind.ENGINE_ELSEWHERE,
                    version.evidence(),
                    version.release(),
                    version.evidence().file() + " takes Node.js " + version.release() + "; " + stated + " is promised.",
                    Cure.certain(
                            "Take " + lowest.getMajor() + " there.",
                            Change.replacing(
                                    version.evidence().file(),
                                    version.evidence().line(),
                                    version.release(),
                                    String.valueOf(lowest.getMajor()))));
        }
    }

    private void moduleType() {
        if (checked.isTransformed()) return;
        String stated = checked.descriptor().at("type").asText("");
        List<Script> plain = checked.product()
                .filter(script -> List.of("js", "").contains(Paths.extension(script.path())) && !script.typed())
                .filter(script -> checked.project().pages().isEmpty()
                        || !checked.project().isOfPage(script.path()))
                .filter(script -> nearest(script.path()))
                .toList();
        Optional<Script> ecma =
                plain.stream().filter(script -> script.modules().ecma()).findFirst();
        Optional<Script> common = plain.stream()
                .filter(script -> script.modules().common() && !script.modules().ecma())
                .findFirst();
        boolean module = stated.equals("module");
        if (module && common.isPresent())
            wrong(
                    "module",
                    common.get(),
                    "is a CommonJS module",
                    ecma.isEmpty()
                            ? Cure.certain("Remove type.", JsonChange.remove(CheckedPackage.FILE, "type"))
                            : Cure.choice("Name the files by their module type: .mjs or .cjs."));
        if (!module && ecma.isPresent() && !isCompiled())
            wrong(
                    stated.isEmpty() ? "commonjs" : stated,
                    ecma.get(),
                    "is an ECMAScript module",
                    common.isEmpty()
                            ? Cure.certain(
                                    "Set type to module.",
                                    JsonChange.put(CheckedPackage.FILE, "type", "module", behind()))
                            : Cure.choice("Name the files by their module type: .mjs or .cjs."));
    }

    /** Whether the compiler takes scripts, too. */
    private boolean isCompiled() {
        return checked.compilerConfig()
                .filter((CompilerConfig config) -> config.isSet("allowJs"))
                .isPresent();
    }

    /** Where people write it. */
    private String behind() {
        for (String field : List.of("private", "license", "description", "version"))
            if (!checked.descriptor().at(field).isMissingNode()) return field;
        return "name";
    }

    private void wrong(String type, Script script, String what, Cure cure) {
        checked.note(
                NodeKind.MODULE_TYPE_WRONG,
                checked.place("type"),
                "type",
                script.path() + " " + what + "; the module type is " + type + ".",
                cure);
    }

    /** Whether no other descriptor is nearer to a script. */
    private boolean nearest(String path) {
        for (String folder = Paths.parent(path); !folder.isEmpty(); folder = Paths.parent(folder))
            if (checked.tree().has(Paths.join(folder, CheckedPackage.FILE))) return false;
        return true;
    }
}

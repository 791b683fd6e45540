package dev.pfeiler.ecosystem.node.check;

import dev.pfeiler.check.Change;
import dev.pfeiler.check.Cure;
import dev.pfeiler.check.JsonChange;
import dev.pfeiler.ecosystem.ManagedBuild.DeclaredPackage;
import dev.pfeiler.ecosystem.node.model.Dependencies.Section;
import dev.pfeiler.ecosystem.node.project.Roles;
import dev.pfeiler.ecosystem.node.registry.Manifest;
import dev.pfeiler.ecosystem.node.registry.PackageName;
import dev.pfeiler.ecosystem.node.registry.Packument;
import dev.pfeiler.ecosystem.node.registry.Registry;
import dev.pfeiler.ecosystem.node.source.Import;
import dev.pfeiler.ecosystem.node.source.Script;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.TreeFile;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.semver4j.Semver;

/** Holds what the descriptor declares against what sources and scripts use, and against the lock file. */
final class DependencyCheck {
    private static final long LARGEST = 1 << 20;
    private static final Set<String> TEXTS = Set.of(
            "js", "cjs", "mjs", "ts", "json", "yml", "yaml", "html", "css", "scss", "less", "vue", "svelte", "jsx",
            "tsx", "");

    private final CheckedPackage checked;
    private final Registry registry;
    /** Imports by the packages that they name. */
    private final Map<String, List<Use>> uses = new LinkedHashMap<>();

    /** An import of a package. */
    private record Use(Script script, Import statement) {}

    DependencyCheck(CheckedPackage checked, Registry registry) {
        this.checked = checked;
        this.registry = registry;
        for (Script script : checked.scripts())
            for (Import one : script.imports())
                PackageName.of(one.specifier())
                        .filter(name ->
                                checked.project().own().reason(one.specifier()).isEmpty())
                        .ifPresent(name -> uses.computeIfAbsent(name, n -> new ArrayList<>())
                                .add(new Use(script, one)));
    }

    void run() {
        Set<String> neighbours = checked.neighbours();
        String own = checked.descriptor().at("name").asText();
        uses.forEach((name, places) -> {
            if (!name.equals(own) && !neighbours.contains(name)) used(name, places);
        });
        for (DeclaredPackage one : checked.declared(Section.RUNTIME)) declared(one);
        checked.lock().ifPresent(lock -> {
            locked(lock);
            peers(lock);
            types(lock);
        });
        lockFiles();
    }

    private void used(String name, List<Use> places) {
        Optional<DeclaredPackage> declared = checked.declared(name);
        if (declared.isEmpty()) {
            undeclared(name, places);
            return;
        }
        boolean development = declared.get().scope().equals(Section.DEVELOPMENT.field())
                && Stream.of(Section.values())
                        .filter(section -> section != Section.DEVELOPMENT)
                        .flatMap(section -> checked.declared(section).stream())
                        .noneMatch(one -> one.notation().name().equals(name));
        if (!development || checked.isTransformed()) return;
        Optional<Use> loading = places.stream()
                .filter(use -> use.statement().loads() && !use.statement().guarded())
                .filter(use -> checked.isProduct(use.script()) && !use.script().declarations())
                .findFirst();
        loading.ifPresent(use -> checked.note(
                NodeKind.DEVELOPMENT_PACKAGE_IN_PROGRAM,
                declared.get().evidence(),
                name,
                use.statement().evidence().place() + " loads " + name
                        + ", which is not installed where the program runs.",
                moved(declared.get(), Section.DEVELOPMENT, Section.RUNTIME)));
    }

    private Cure moved(DeclaredPackage declared, Section from, Section to) {
        String name = declared.notation().name();
        String range = declared.notation().version();
        List<Change> changes = new ArrayList<>();
        changes.add(JsonChange.move(CheckedPackage.FILE, from.field(), to.field(), name, range));
        checked.lock().ifPresent(lock -> changes.add(LockFile.following(lock.path(), name, Optional.of(to), range)));
        return new Cure("Declare it under " + to.field() + ".", changes);
    }

    private void undeclared(String name, List<Use> places) {
        List<Use> all = places.stream()
                .filter(use -> !use.statement().guarded() && use.statement().form() != Import.Form.REFERENCE)
                .filter(use -> checked.isProduct(use.script()) || isDescribed(use.script()))
                .toList();
        if (all.isEmpty()) return;
        boolean typesOnly = all.stream().noneMatch(use -> use.statement().loads())
                || all.stream().allMatch(use -> use.script().declarations());
        String types = PackageName.types(name);
        if (typesOnly && checked.declared(types).isPresent()) return;
        boolean program = all.stream().anyMatch(use -> checked.isProduct(use.script()));
        // bundlers define modules that are not packages
        if (checked.isTransformed()
                && checked.lock().flatMap(lock -> lock.of(name)).isEmpty()) return;
        Section section = program ? Section.RUNTIME : Section.DEVELOPMENT;
        Evidence use = all.get(0).statement().evidence();
        checked.note(
                NodeKind.IMPORT_UNDECLARED,
                checked.place(section.field()),
                name,
                use.place() + " imports " + name + ", which " + CheckedPackage.FILE + " does not declare.",
                declaring(name, section));
    }

    /**
     * Whether the descriptor says what a script outside the program needs: an example of a user's code may need
     * more, and a published package leaves out what only its authors need.
     */
    private boolean isDescribed(Script script) {
        return !isExample(script) && !checked.declared(Section.DEVELOPMENT).isEmpty();
    }

    private static boolean isExample(Script script) {
        return script.path().matches("(?i)(?:.*/)?(?:examples?|demos?|docs?|fixtures?|templates?)/.*");
    }

    /** The package is declared, in the version that is locked, else in the newest one. */
    private Cure declaring(String name, Section section) {
        Optional<String> locked = checked.lock()
                .flatMap(lock -> lock.of(name))
                .map(Manifest::version)
                .filter(version -> !version.isEmpty());
        Optional<String> version = locked.or(() -> registry.packument(name).flatMap(Packument::latest));
        if (version.isEmpty()) return Cure.choice("Declare it under " + section.field() + ".");
        String range = "^" + version.get();
        List<Change> changes = new ArrayList<>();
        changes.add(JsonChange.add(CheckedPackage.FILE, section.field(), name, range));
        if (locked.isPresent())
            checked.lock()
                    .ifPresent(lock -> changes.add(LockFile.following(lock.path(), name, Optional.of(section), range)));
        String install = locked.isPresent() || checked.lock().isEmpty() ? "" : " Then run npm install.";
        return new Cure("Declare " + name + " " + range + " under " + section.field() + "." + install, changes);
    }

    /** A declared package of the program that only tests use, or nothing. */
    private void declared(DeclaredPackage one) {
        String name = one.notation().name();
        List<Use> places = uses.getOrDefault(name, List.of());
        if (!places.isEmpty()) {
            boolean tests =
                    places.stream().allMatch(use -> Roles.isTest(use.script().path()));
            if (tests && !isMentioned(name) && !isPeer(name))
                checked.note(
                        NodeKind.TEST_PACKAGE_IN_PROGRAM,
                        one.evidence(),
                        name,
                        "Only tests use " + name + ", which is installed where the program runs.",
                        moved(one, Section.RUNTIME, Section.DEVELOPMENT));
            return;
        }
        boolean types = name.startsWith("@types/")
                && uses.keySet().stream()
                        .anyMatch(used -> PackageName.types(used).equals(name));
        if (types || name.equals("@types/node") || isMentioned(name) || isPeer(name) || isCalled(name)) return;
        List<Change> changes = new ArrayList<>();
        changes.add(JsonChange.remove(CheckedPackage.FILE, one.scope(), name));
        checked.lock().ifPresent(lock -> changes.add(LockFile.following(lock.path(), name, Optional.empty(), "")));
        checked.note(
                NodeKind.PACKAGE_UNUSED,
                one.evidence(),
                name,
                "Neither code, nor configuration, nor scripts use " + name + ".",
                new Cure("Remove it.", changes));
    }

    /** Whether a declared package requires it beside itself. */
    private boolean isPeer(String name) {
        return checked.lock().stream().anyMatch(lock -> Stream.of(Section.values())
                .flatMap(section -> checked.declared(section).stream())
                .flatMap(one -> lock.of(one.notation().name()).stream())
                .anyMatch(manifest -> manifest.map("peerDependencies").containsKey(name)));
    }

    /** Whether a script calls a program of it. */
    private boolean isCalled(String name) {
        Set<String> programs = checked.lock()
                .flatMap(lock -> lock.of(name))
                .map(manifest -> LockFile.programs(name, manifest.json()))
                .orElse(Set.of(name));
        return checked.descriptor().at("scripts").properties().stream()
                .map(entry -> " " + entry.getValue().asText() + " ")
                .anyMatch(command -> programs.stream()
                        .anyMatch(program ->
                                command.matches("(?s).*[\\s/\"'=;&|(]" + Pattern.quote(program) + "[\\s\"';&|)].*")));
    }

    /** Whether a text of the project names it otherwise than in an import. */
    private boolean isMentioned(String name) {
        Pattern quoted = Pattern.compile("[\"'`/]" + Pattern.quote(name) + "[\"'`/]");
        for (TreeFile file : checked.tree().files()) {
            boolean text = TEXTS.contains(file.extension()) && !file.link() && file.size() < LARGEST;
            if (!text || LockFile.NAMES.contains(file.path()) || file.name().endsWith("ignore")) continue;
            if (file.name().matches("(?i)(?:license|readme|changelog|authors|copying)(?:\\..*)?")) continue;
            if (file.path().equals(CheckedPackage.FILE)) continue;
            boolean script = checked.isSource(file.path());
            boolean plain = script || file.extension().equals("json");
            for (String line : checked.tree().lines(file, LARGEST)) {
                boolean imported = script && line.matches(".*\\b(?:from|require|import)\\b.*");
                if (!imported && (plain ? quoted.matcher(line).find() : line.contains(name))) return true;
            }
        }
        for (String field : List.of(
                "browser", "babel", "eslintConfig", "jest", "mocha", "browserify", "prettier", "ava", "nyc", "c8"))
            if (checked.descriptor().at(field).toString().contains(name)) return true;
        return false;
    }

    private void locked(LockFile lock) {
        var locked = lock.project("");
        if (!locked.isObject()) return;
        for (Section section : Section.values()) {
            Map<String, String> there = new Manifest(locked).map(section.field());
            for (DeclaredPackage one : checked.declared(section)) {
                String name = one.notation().name();
                String range = there.remove(name);
                if (one.notation().version().equals(range)) continue;
                String is = range == null ? "does not have it" : "is for " + range;
                stale(
                        lock,
                        new Evidence(lock.path(), lock.line("", section.field(), name), ""),
                        name,
                        CheckedPackage.FILE + " requires " + name + " "
                                + one.notation().version() + "; the lock file " + is + ".");
            }
            there.forEach((name, range) -> stale(
                    lock,
                    new Evidence(lock.path(), lock.line("", section.field(), name), name),
                    name,
                    "The lock file has " + name + " under " + section.field() + ", which " + CheckedPackage.FILE
                            + " does not declare there."));
        }
    }

    private void stale(LockFile lock, Evidence place, String name, String message) {
        checked.note(
                NodeKind.LOCK_OUT_OF_DATE,
                place.line() > 0 ? place : Evidence.of(lock.path(), name),
                name,
                message,
                Cure.choice("Run npm install, which brings the lock file up to date."));
    }

    private void peers(LockFile lock) {
        for (Section section : List.of(Section.RUNTIME, Section.DEVELOPMENT))
            for (DeclaredPackage one : checked.declared(section)) {
                Optional<Manifest> manifest = lock.of(one.notation().name());
                if (manifest.isEmpty()) continue;
                manifest.get().map("peerDependencies").forEach((peer, range) -> {
                    boolean optional = manifest.get()
                            .json()
                            .path("peerDependenciesMeta")
                            .path(peer)
                            .path("optional")
                            .asBoolean();
                    if (optional || checked.declared(peer).isPresent()) return;
                    checked.note(
                            NodeKind.PEER_MISSING,
                            one.evidence(),
                            peer,
                            one.notation().name() + " requires " + peer + " " + range
                                    + " beside it, which is not declared.",
                            declaring(peer, section));
                });
            }
    }

    private void types(LockFile lock) {
        for (DeclaredPackage one : checked.declared(Section.DEVELOPMENT)) {
            String name = one.notation().name();
            if (!name.startsWith("@types/") || name.equals("@types/node")) continue;
            String of = name.substring("@types/".length()).replaceFirst("^(.+)__(.+)$", "@$1/$2");
            Optional<DeclaredPackage> typed = checked.declared(of);
            Optional<Integer> version = typed.flatMap(declared -> major(lock, declared));
            Optional<Integer> types = major(lock, one);
            if (version.isEmpty() || types.isEmpty() || version.get().equals(types.get())) continue;
            checked.note(
                    NodeKind.TYPES_OF_OTHER_VERSION,
                    one.evidence(),
                    name,
                    name + " is for version " + types.get() + " of " + of + "; version " + version.get()
                            + " is declared.",
                    Cure.choice("Take types for version " + version.get() + ", if there are any."));
        }
    }

    private static Optional<Integer> major(LockFile lock, DeclaredPackage declared) {
        return Manifest.firstOf(declared.notation().version())
                .map(Semver::getMajor)
                .or(() -> lock.of(declared.notation().name())
                        .map(Manifest::version)
                        .map(Semver::parse)
                        .map(Semver::getMajor));
    }

    private void lockFiles() {
        List<String> locks = Stream.of(
                        "package-lock.json",
                        "npm-shrinkwrap.json",
                        "yarn.lock",
                        "pnpm-lock.yaml",
                        "bun.lockb",
                        "bun.lock")
                .filter(checked.tree()::has)
                .toList();
        boolean both = locks.stream().map(DependencyCheck::manager).distinct().count() > 1;
        if (!both) return;
        checked.note(
                NodeKind.LOCK_FILES_OF_TWO_TOOLS,
                Evidence.of(locks.get(locks.size() - 1), ""),
                locks.get(locks.size() - 1),
                "There are lock files of several package managers: " + String.join(", ", locks) + ".",
                Cure.choice("Keep the one of the package manager that the project uses."));
    }

    private static String manager(String lock) {
        if (LockFile.NAMES.contains(lock)) return "npm";
        return lock.startsWith("yarn") ? "yarn" : lock.startsWith("pnpm") ? "pnpm" : "bun";
    }
}

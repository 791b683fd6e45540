package dev.pfeiler.ecosystem.node.check;

import com.fasterxml.jackson.databind.JsonNode;
import dev.pfeiler.check.Change;
import dev.pfeiler.check.Cure;
import dev.pfeiler.check.JsonChange;
import dev.pfeiler.ecosystem.ManagedBuild.DeclaredPackage;
import dev.pfeiler.ecosystem.node.model.Dependencies.Section;
import dev.pfeiler.ecosystem.node.registry.Manifest;
import dev.pfeiler.ecosystem.node.registry.Registry;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/** Holds the programs that scripts call against those that declared packages provide. */
final class ScriptProgramCheck {
    private static final Pattern SEPARATOR = Pattern.compile("&&|\\|\\||[;|&\\n]");
    private static final Pattern ASSIGNMENT = Pattern.compile("\\w+=\\S*");
    private static final Pattern PROGRAM = Pattern.compile("[a-z][\\w.-]*");
    /** Programs that start the one that they are given. */
    private static final Set<String> STARTERS = Set.of("cross-env", "npx", "env", "time", "exec", "dotenv");

    private static final Set<String> SYSTEM = Set.of(
            ("cd rm cp mv mkdir rmdir echo cat ls node npm npx yarn pnpm bun deno git sh bash zsh test exit export env"
                            + " sleep true false set unset if then else fi for while do done find grep sed awk xargs tar zip"
                            + " unzip curl wget docker docker-compose make cmake python python3 pip php java javac mvn gradle go"
                            + " cargo rustc open xdg-open touch chmod chown ln pwd which kill killall pkill date printf head tail"
                            + " sort uniq wc tee time trap exec source type command ssh scp rsync gzip diff patch ruby bundle"
                            + " composer dotnet start cls del copy xcopy move ren powershell pwsh cmd sudo nohup gpg openssl")
                    .split(" "));
    /** Packages whose program has another name. Source: their descriptors. */
    private static final Map<String, String> PROVIDERS = Map.of(
            "tsc",
            "typescript",
            "ng",
            "@angular/cli",
            "sass",
            "sass",
            "webpack",
            "webpack-cli",
            "babel",
            "@babel/cli",
            "vue-cli-service",
            "@vue/cli-service",
            "gulp",
            "gulp",
            "grunt",
            "grunt");

    private final CheckedPackage checked;
    private final Registry registry;

    ScriptProgramCheck(CheckedPackage checked, Registry registry) {
        this.checked = checked;
        this.registry = registry;
    }

    void run() {
        Map<String, String> called = new LinkedHashMap<>();
        checked.descriptor().at("scripts").properties().forEach(entry -> programs(
                        entry.getValue().asText())
                .forEach(program -> called.putIfAbsent(program, entry.getKey())));
        called.forEach(this::program);
    }

    /** The programs that a command line calls. */
    private static Set<String> programs(String line) {
        Set<String> programs = new java.util.LinkedHashSet<>();
        for (String command : SEPARATOR.split(line)) {
            for (String word : command.strip().split("\\s+")) {
                if (word.isEmpty() || ASSIGNMENT.matcher(word).matches()) continue;
                if (PROGRAM.matcher(word).matches()) programs.add(word);
                if (!STARTERS.contains(word)) break;
            }
        }
        programs.removeAll(SYSTEM);
        programs.removeAll(STARTERS);
        return programs;
    }

    private void program(String program, String script) {
        List<DeclaredPackage> declared = Stream.of(Section.values())
                .flatMap(section -> checked.declared(section).stream())
                .toList();
        boolean provided =
                declared.stream().anyMatch(one -> provides(one.notation().name(), program));
        if (provided || checked.tree().has("node_modules/.bin/" + program)) return;
        List<String> locked =
                checked.lock().map(lock -> lock.providing(program)).orElse(List.of());
        String usual = PROVIDERS.getOrDefault(program, program);
        Optional<String> provider = locked.isEmpty()
                ? Optional.of(usual)
                : locked.stream().filter(usual::equals).findFirst().or(() -> locked.stream()
                        .findFirst());
        Optional<String> lockedVersion = provider.flatMap(name -> checked.lock().flatMap(lock -> lock.of(name)))
                .map(Manifest::version)
                .filter(version -> !version.isEmpty());
        Optional<String> version = lockedVersion.or(() -> provider.flatMap(name -> newest(name, program)));
        // a program that no package is known to have may be installed with the system
        if (version.isEmpty()) return;
        String range = "^" + version.get();
        List<Change> changes = new ArrayList<>();
        changes.add(JsonChange.add(CheckedPackage.FILE, Section.DEVELOPMENT.field(), provider.get(), range));
        if (lockedVersion.isPresent())
            checked.lock()
                    .ifPresent(lock -> changes.add(
                            LockFile.following(lock.path(), provider.get(), Optional.of(Section.DEVELOPMENT), range)));
        checked.note(
                NodeKind.SCRIPT_PROGRAM_MISSING,
                checked.place("scripts", script),
                program,
                "The script " + script + " calls " + program + ", which no declared package provides.",
                new Cure(
                        "Declare " + provider.get() + " " + range + " under devDependencies."
                                + (lockedVersion.isPresent() || checked.lock().isEmpty()
                                        ? ""
                                        : " Then run npm install."),
                        changes));
    }

    private boolean provides(String name, String program) {
        Optional<JsonNode> manifest =
                checked.lock().flatMap(lock -> lock.of(name)).map(Manifest::json);
        return manifest.map(json -> LockFile.programs(name, json).contains(program))
                .orElse(name.equals(program)
                        || name.endsWith("/" + program)
                        || PROVIDERS.getOrDefault(program, "").equals(name)
                        || name.endsWith("/cli")
                        || name.endsWith("-cli"));
    }

    private Optional<String> newest(String name, String program) {
        return registry.packument(name).flatMap(packument -> packument.latest().filter(version -> LockFile.programs(
                        name, packument.manifest(version).json())
                .contains(program)));
    }
}

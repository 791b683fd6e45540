package dev.pfeiler.ecosystem.node.decision;

import dev.pfeiler.ecosystem.Surroundings;
import dev.pfeiler.ecosystem.node.model.CompilerConfig;
import dev.pfeiler.ecosystem.node.model.Dependencies;
import dev.pfeiler.ecosystem.node.project.NodeProject;
import dev.pfeiler.ecosystem.node.source.Script;
import dev.pfeiler.ecosystem.node.target.typescript.TypedSources;
import dev.pfeiler.ecosystem.node.wiring.Call;
import dev.pfeiler.ecosystem.node.wiring.CallScript;
import dev.pfeiler.ecosystem.node.wiring.CompilerCall;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.proposal.Choosable;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.Deliberation;
import dev.pfeiler.tree.Paths;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Decides how the TypeScript compiler is configured: as it was called. */
final class CompilerDecisions {
    private static final Pattern COMPILER = Pattern.compile("tsc|ts-node|tsx");
    private static final Pattern OWN_PLACE =
            Pattern.compile("\\b__(?:dir|file)name\\b|\\bimport\\.meta\\.(?:url|dirname|filename)\\b");

    private static final Pattern TYPED_ENDING = Pattern.compile("\\.tsx?$");

    private static final String GROUP = "Compiler settings";
    private static final Pattern VERSION = Pattern.compile("(?i)(?:\\btsc|typescript)[ @:v]*(\\d+\\.\\d+\\.\\d+)");

    private final NodeProject project;
    private final Deliberation deliberation;
    private final Surroundings around;
    private final Map<String, CompilerConfig> configs = new LinkedHashMap<>();
    /** Of each call of the compiler, the one that a package script makes instead. */
    private final Map<Call, String> calls = new LinkedHashMap<>();

    CompilerDecisions(NodeProject project, Deliberation deliberation, Surroundings around) {
        this.around = around;
        this.project = project;
        this.deliberation = deliberation;
    }

    Map<Call, String> calls() {
        return calls;
    }

    /** The configuration files that are written. */
    List<CompilerConfig> decide() {
        for (CallScript script : project.calls()) {
            for (Call call : script.calls()) {
                if (!call.tool().equals("tsc")) continue;
                CompilerCall read = CompilerCall.of(call);
                boolean bare = read.files().isEmpty() && read.project().isEmpty();
                boolean configured = read.project().filter(project.tree()::has).isPresent()
                        || bare && project.tree().has(CompilerConfig.USUAL);
                if (configured) continue;
                boolean taken = project.tree().has(CompilerConfig.USUAL) || configs.containsKey(CompilerConfig.USUAL);
                String path = taken ? "tsconfig." + Paths.stem(script.name()) + ".json" : CompilerConfig.USUAL;
                if (configs.containsKey(path))
                    path = "tsconfig."
                            + Paths.stem(
                                    read.files().isEmpty()
                                            ? "more"
                                            : read.files().get(0)) + ".json";
                configs.put(path, of(path, read));
                String watch =
                        call.arguments().contains("--watch") || call.arguments().contains("-w") ? " --watch" : "";
                calls.put(call, configs.get(path).call() + watch);
            }
        }
        if (configs.isEmpty() && project.isTyped() && isAlone()) byDefault();
        return List.copyOf(configs.values());
    }

    /**
     * The configuration for sources that become TypeScript.
     *
     * @param bundled whether a bundler compiles them, so that the compiler only checks
     * @param paths the new paths of the sources
     */
    CompilerConfig forNew(boolean bundled, Map<String, String> paths, Dependencies dependencies) {
        boolean pages = paths.keySet().stream().allMatch(project::isOfPage);
        Map<String, Object> options = new LinkedHashMap<>();
        options.put("target", "es2022");
        options.put("module", bundled || pages ? "esnext" : "nodenext");
        if (bundled || pages) options.put("moduleResolution", "bundler");
        else options.put("moduleDetection", "force");
        boolean markup = paths.values().stream().anyMatch(path -> path.endsWith(".tsx"));
        boolean named = paths.keySet().stream()
                .map(project.scripts()::get)
                .filter(Script::markup)
                .allMatch(script -> script.names().declared().containsKey("React")
                        || script.content().contains("@jsx"));
        if (markup) options.put("jsx", named ? "react" : "react-jsx");
        boolean data = paths.keySet().stream()
                .flatMap(path -> project.scripts().get(path).imports().stream())
                .anyMatch(one -> one.specifier().endsWith(".json"));
        if (data) options.put("resolveJsonModule", true);
        if (dependencies.section("@types/node").isPresent()) options.put("types", List.of("node"));
        if (bundled) {
            options.put("noEmit", true);
        } else if (!pages) {
            options.put("rootDir", ".");
            // scripts that find files by their own place stay where they are
            boolean placed = paths.keySet().stream()
                    .map(path -> project.scripts().get(path).content())
                    .anyMatch(text -> OWN_PLACE.matcher(text).find());
            if (!placed) options.put("outDir", project.tree().folders().contains("dist") ? "built" : "dist");
        }
        options.put("skipLibCheck", true);
        Evidence evidence = Evidence.of(paths.keySet().iterator().next(), "");
        Map<String, Object> settled =
                settled(CompilerConfig.USUAL, options, "for sources that become TypeScript", evidence);
        List<String> include = new ArrayList<>(List.of("**/*.ts"));
        if (markup) include.add("**/*.tsx");
        if (paths.values().stream().anyMatch(path -> path.endsWith(".mts"))) include.add("**/*.mts");
        if (paths.values().stream().anyMatch(path -> path.endsWith(".cts"))) include.add("**/*.cts");
        return new CompilerConfig(CompilerConfig.USUAL, settled, List.of(), include);
    }

    /** The configuration with the strict settings that the code allows; each that it does not is a decision. */
    CompilerConfig strict(CompilerConfig config, TypedSources typed) {
        Map<String, Object> strict = new LinkedHashMap<>(Map.of("strict", true));
        Map<String, Object> options = new LinkedHashMap<>(config.options());
        options.putAll(settled(config.path(), strict, "as strict as the code allows", Evidence.of(config.path(), "")));
        typed.relaxed().forEach((option, places) -> {
            String why = places + (places == 1 ? " place needs it" : " places need it");
            options.putAll(settled(config.path(), Map.of(option, false), why, Evidence.of(config.path(), "")));
        });
        return new CompilerConfig(config.path(), options, config.files(), config.include());
    }

    /** Whether nothing else in the project says how its sources are compiled. */
    private boolean isAlone() {
        return !project.tree().has(CompilerConfig.USUAL)
                && project.calls().stream()
                        .flatMap(script -> script.calls().stream())
                        .noneMatch(call -> COMPILER.matcher(call.tool()).matches());
    }

    private CompilerConfig of(String path, CompilerCall call) {
        Map<String, Object> wanted = new LinkedHashMap<>(call.options());
        wanted.replaceAll(
                (option, value) -> value instanceof String text && Paths.isOutside(text) ? around.moved(text) : value);
        Map<String, Object> options = settled(path, wanted, "as the compiler was called", call.evidence());
        List<String> files =
                call.files().stream().filter(file -> !file.contains("*")).toList();
        List<String> patterns =
                call.files().stream().filter(file -> file.contains("*")).toList();
        CompilerConfig config = new CompilerConfig(path, options, files, patterns);
        return config.isSet("types") || !runsElsewhere(config) ? config : withoutRuntime(config, call.evidence());
    }

    /** Whether the types of Node.js, which other sources need, are not for those of a configuration. */
    private boolean runsElsewhere(CompilerConfig config) {
        if (project.installed().of("@types/node").isPresent() || config.files().isEmpty()) return false;
        return project.runtimeUse().isPresent()
                && project.compiled(config).stream()
                        .map(project.scripts()::get)
                        .filter(Objects::nonNull)
                        .allMatch(script -> project.runtimeUse(script).isEmpty());
    }

    private CompilerConfig withoutRuntime(CompilerConfig config, Evidence evidence) {
        Map<String, Object> options = new LinkedHashMap<>(config.options());
        options.putAll(settled(
                config.path(), Map.of("types", List.of()), "its sources do not run on Node.js, others do", evidence));
        return new CompilerConfig(config.path(), options, config.files(), config.include());
    }

    private Map<String, Object> settled(String path, Map<String, Object> proposed, String reason, Evidence evidence) {
        String prefix = path.equals(CompilerConfig.USUAL) ? "compiler:" : "compiler:" + path + "/";
        Map<String, Object> options = new LinkedHashMap<>();
        proposed.forEach((option, value) -> {
            String text = value instanceof List<?> list
                    ? list.isEmpty()
                            ? "[]"
                            : String.join(
                                    ",", list.stream().map(Object::toString).toList())
                    : value.toString();
            String standing = deliberation.settle(
                    Decision.of(prefix + option, option, text, Certainty.CERTAIN, reason, List.of(evidence))
                            .in(GROUP),
                    given -> Optional.of(given.strip()));
            if (standing.equals(Choosable.WITHOUT)) return;
            options.put(option, standing.equals(text) ? value : value(standing));
        });
        return options;
    }

    private static Object value(String text) {
        return text.equals("true") || text.equals("false") ? (Object) text.equals("true") : text;
    }

    private void byDefault() {
        List<Script> typed = project.scripts().values().stream()
                .filter(script -> script.typed() && !script.declarations())
                .toList();
        boolean browser = typed.stream()
                .anyMatch(script ->
                        project.isOfPage(TYPED_ENDING.matcher(script.path()).replaceFirst(".js")));
        Map<String, Object> options = new LinkedHashMap<>();
        options.put("target", "es2022");
        boolean bundled = project.isBundled();
        options.put("module", bundled ? "esnext" : browser ? "es2022" : "nodenext");
        if (bundled) options.put("moduleResolution", "bundler");
        if (typed.stream().anyMatch(Script::markup)) options.put("jsx", "react-jsx");
        if (bundled) options.put("noEmit", true);
        else if (!browser) options.put("outDir", "dist");
        options.put("strict", true);
        // bundlers read it, too, and would start what they write with "use strict"
        if (bundled) options.put("alwaysStrict", false);
        Evidence evidence = Evidence.of(typed.get(0).path(), "");
        Map<String, Object> settled =
                settled(CompilerConfig.USUAL, options, "nothing says how the sources are compiled", evidence);
        List<String> folders =
                typed.stream().map(script -> Paths.parent(script.path())).toList();
        String common = Paths.common(folders);
        configs.put(
                CompilerConfig.USUAL,
                new CompilerConfig(
                        CompilerConfig.USUAL, settled, List.of(), List.of(common.isEmpty() ? "**/*.ts" : common)));
    }

    /** The version of the compiler that a script or a text beside it mentions. */
    Optional<RuntimeVersion> version() {
        List<String> places = new ArrayList<>();
        project.calls().forEach(script -> places.add(script.path()));
        for (String path : places) {
            List<String> lines = project.tree()
                    .file(path)
                    .map(file -> project.tree().lines(file, 64 << 10))
                    .orElse(List.of());
            for (int i = 0; i < lines.size(); i++) {
                Matcher matcher = VERSION.matcher(lines.get(i));
                if (matcher.find())
                    return Optional.of(new RuntimeVersion(matcher.group(1), new Evidence(path, i + 1, lines.get(i))));
            }
        }
        return Optional.empty();
    }
}

package dev.pfeiler.ecosystem.node.wiring;

import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.Paths;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/**
 * A script, or a rule of a make file, with the commands it runs.
 *
 * @param name what people call it: {@code build} for {@code build.sh}
 * @param whole whether the commands, with the deployments, are all that it does
 * @param deployments commands that change something outside this machine, which are not among the others; each with the
 *     program's name as the excerpt
 */
public record CallScript(
        String path, String name, List<Call> calls, boolean whole, List<Evidence> deployments, Evidence evidence) {
    private static final Pattern NO_NAME_PARTS = Pattern.compile("[^a-z0-9:]+");
    private static final Pattern TESTING = Pattern.compile("(run-?)?tests?(-all|-run)?|check|run-checks");
    private static final Pattern STARTING = Pattern.compile("(run|start|serve|server|launch)(-.*)?");
    private static final Pattern BUILDING = Pattern.compile("(build|compile|make|all|bundle|dist|package)(-.*)?");
    private static final Pattern WATCHING = Pattern.compile("(dev|watch)(-.*)?");

    /** Programs that belong to this ecosystem, with the packages that bring them. */
    static final Map<String, String> TOOLS = Map.ofEntries(
            Map.entry("node", ""),
            Map.entry("npm", ""),
            Map.entry("tsc", "typescript"),
            Map.entry("esbuild", "esbuild"),
            Map.entry("rollup", "rollup"),
            Map.entry("webpack", "webpack-cli"),
            Map.entry("vite", "vite"),
            Map.entry("parcel", "parcel"),
            Map.entry("babel", "@babel/cli"),
            Map.entry("browserify", "browserify"),
            Map.entry("uglifyjs", "uglify-js"),
            Map.entry("terser", "terser"),
            Map.entry("cleancss", "clean-css-cli"),
            Map.entry("sass", "sass"),
            Map.entry("lessc", "less"),
            Map.entry("postcss", "postcss-cli"),
            Map.entry("gulp", "gulp-cli"),
            Map.entry("grunt", "grunt-cli"),
            Map.entry("mocha", "mocha"),
            Map.entry("jest", "jest"),
            Map.entry("vitest", "vitest"),
            Map.entry("tape", "tape"),
            Map.entry("tap", "tap"),
            Map.entry("ava", "ava"),
            Map.entry("jasmine", "jasmine"),
            Map.entry("qunit", "qunit"),
            Map.entry("nyc", "nyc"),
            Map.entry("c8", "c8"),
            Map.entry("eslint", "eslint"),
            Map.entry("standard", "standard"),
            Map.entry("prettier", "prettier"),
            Map.entry("ts-node", "ts-node"),
            Map.entry("tsx", "tsx"),
            Map.entry("nodemon", "nodemon"),
            Map.entry("http-server", "http-server"),
            Map.entry("serve", "serve"));

    /** Programs that make files and end. */
    public static final Set<String> BUILDERS = Set.of(
            "tsc",
            "esbuild",
            "rollup",
            "webpack",
            "babel",
            "browserify",
            "uglifyjs",
            "terser",
            "cleancss",
            "sass",
            "lessc",
            "postcss");

    private static final Set<String> TESTERS =
            Set.of("mocha", "jest", "vitest", "tape", "tap", "ava", "jasmine", "qunit", "nyc", "c8");

    public CallScript {
        calls = List.copyOf(calls);
        deployments = List.copyOf(deployments);
    }

    /** Whether the commands are all that it does, so that it can be replaced by them. */
    public boolean replaceable() {
        return whole && deployments.isEmpty();
    }

    /** Whether a command of it belongs to this ecosystem. */
    public boolean concerns() {
        return calls.stream().anyMatch(call -> TOOLS.containsKey(call.tool()));
    }

    /** The package that brings a program; empty for one that comes with the runtime, or is unknown. */
    public static Optional<String> packageOf(String tool) {
        return Optional.ofNullable(TOOLS.get(tool)).filter(name -> !name.isEmpty());
    }

    /** Whether it does nothing but build, whatever it is called. */
    public boolean onlyBuilds() {
        return calls.stream()
                .allMatch(call ->
                        BUILDERS.contains(call.tool()) && !call.arguments().contains("--watch"));
    }

    /** The name under which a package descriptor lists it. Source: the names that npm has commands for. */
    public String purpose() {
        String plain =
                NO_NAME_PARTS.matcher(Paths.name(name).toLowerCase(Locale.ROOT)).replaceAll("-");
        boolean tests = calls.stream().anyMatch(call -> TESTERS.contains(call.tool()));
        if (TESTING.matcher(plain).matches() || tests) return "test";
        if (STARTING.matcher(plain).matches()) return "start";
        if (BUILDING.matcher(plain).matches()) return "build";
        if (WATCHING.matcher(plain).matches()) return "dev";
        return plain;
    }

    /** All that it does, as one line. */
    public String line() {
        return calls.stream().map(Call::text).collect(Collectors.joining(" && "));
    }
}

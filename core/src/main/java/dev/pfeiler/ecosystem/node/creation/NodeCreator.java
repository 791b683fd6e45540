package dev.pfeiler.ecosystem.node.creation;

import dev.pfeiler.ecosystem.Creator;
import dev.pfeiler.ecosystem.PackageNotation;
import dev.pfeiler.ecosystem.PreferredTarget;
import dev.pfeiler.ecosystem.node.descriptor.PackageDescriptor;
import dev.pfeiler.ecosystem.node.model.CompilerConfig;
import dev.pfeiler.ecosystem.node.model.Dependencies;
import dev.pfeiler.ecosystem.node.model.EntryPoints;
import dev.pfeiler.ecosystem.node.model.Identity;
import dev.pfeiler.ecosystem.node.model.NodeBuild;
import dev.pfeiler.ecosystem.node.registry.Manifest;
import dev.pfeiler.ecosystem.node.registry.PackageName;
import dev.pfeiler.ecosystem.node.registry.Registry;
import dev.pfeiler.fresh.Blueprint;
import dev.pfeiler.fresh.Kind;
import dev.pfeiler.fresh.Need;
import dev.pfeiler.fresh.Need.Serving;
import dev.pfeiler.process.Environment;
import dev.pfeiler.proposal.Deliberation;
import dev.pfeiler.proposal.Proposal;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.Text;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.semver4j.Semver;

/** Fresh projects in JavaScript and TypeScript. */
public final class NodeCreator implements Creator {
    private static final Pattern LEVEL = Pattern.compile("(1[89]|[2-9]\\d)(\\.\\d+){0,2}");

    private static final String TYPESCRIPT = "typescript";
    private static final String COMPILER = "5.9.3";
    private static final String BUNDLER = "0.25.12";
    private static final String NODE_TYPES = "20.19.0";
    private static final String OUTPUT = "dist";

    @Override
    public List<Language> languages() {
        return List.of(
                new Language("javascript", "JavaScript"),
                new Language(TYPESCRIPT, "TypeScript", Set.of(Kind.FRONTEND)));
    }

    @Override
    public PreferredTarget preferred(Environment environment) {
        List<String> others = Stream.of("pnpm", "yarn")
                .filter(tool -> environment.program(tool).isPresent())
                .toList();
        return new PreferredTarget(
                "npm",
                others.isEmpty()
                        ? "the build tool for JavaScript"
                        : "ships with Node.js; " + String.join(" and ", others) + (others.size() == 1 ? " is" : " are")
                                + " installed but not used",
                List.of());
    }

    @Override
    public char separator() {
        return '@';
    }

    @Override
    public Session session(String target, Deliberation deliberation, Environment environment) {
        return new PlainSession(
                new Level("20", "the first major version of Node.js with a stable test runner"),
                blueprint -> Map.of(),
                NodeCreator::build,
                Stream.concat(
                                Creator.lacking(environment, "node", "Node.js"),
                                Creator.lacking(environment, "npm", "npm"))
                        .toList());
    }

    @Override
    public boolean isLevel(String language, String text) {
        return LEVEL.matcher(text).matches();
    }

    private static Build build(Blueprint blueprint) {
        Map<String, String> scripts = scripts(blueprint);
        List<CompilerConfig> configs = blueprint.language().equals(TYPESCRIPT) ? List.of(config(blueprint)) : List.of();
        NodeBuild build = new NodeBuild(
                new Identity(PackageName.from(blueprint.name()), blueprint.version(), "", ""),
                entry(blueprint),
                dependencies(blueprint),
                scripts,
                configs,
                List.of(),
                Map.of());
        SortedMap<String, String> descriptors = new TreeMap<>();
        descriptors.put(PackageDescriptor.NAME, PackageDescriptor.text(build));
        configs.forEach(config -> descriptors.put(config.path(), config.text()));
        return new Build(PackageDescriptor.NAME, descriptors, commands(blueprint, scripts), ignored(blueprint));
    }

    private static EntryPoints entry(Blueprint blueprint) {
        boolean typed = blueprint.language().equals(TYPESCRIPT);
        boolean library = blueprint.kind() == Kind.LIBRARY;
        Optional<String> main =
                !library ? Optional.empty() : Optional.of(typed ? OUTPUT + "/src/knots.js" : "src/knots.js");
        return new EntryPoints(
                "module",
                main,
                main.filter(path -> typed).map(path -> Text.withoutEnd(path, ".js") + ".d.ts"),
                Map.of(),
                library ? List.of(typed ? OUTPUT + "/src" : "src") : List.of(),
                Optional.of(">=" + blueprint.level()));
    }

    private static Dependencies dependencies(Blueprint blueprint) {
        Dependencies dependencies = Dependencies.NONE;
        for (Serving serving : blueprint.serving()) {
            for (Need.Artifact artifact : serving.artifacts(blueprint.release())) {
                PackageNotation notation = PackageNotation.parse(artifact.notation(), '@');
                dependencies = dependencies.with(section(artifact), notation.name(), notation.version(), Manifest.NONE);
            }
        }
        Map<String, String> tools = new TreeMap<>();
        boolean typed = blueprint.language().equals(TYPESCRIPT);
        if (typed) tools.put("typescript", COMPILER);
        // tests run on Node.js, whatever the program runs in
        if (typed) tools.put("@types/node", NODE_TYPES);
        if (blueprint.kind() == Kind.FRONTEND) tools.put("esbuild", BUNDLER);
        for (Map.Entry<String, String> tool : tools.entrySet())
            dependencies =
                    dependencies.with(Dependencies.Section.DEVELOPMENT, tool.getKey(), tool.getValue(), Manifest.NONE);
        return dependencies;
    }

    private static Map<String, String> scripts(Blueprint blueprint) {
        boolean typed = blueprint.language().equals(TYPESCRIPT);
        Map<String, String> scripts = new LinkedHashMap<>();
        if (blueprint.kind() == Kind.FRONTEND) {
            String source = blueprint.value("entry").orElse(typed ? "src/main.ts" : "src/main.js");
            String bundle = "esbuild " + source + " --bundle --outfile=public/main.js"
                    + blueprint.value("bundling").map(options -> " " + options).orElse("");
            scripts.put("dev", bundle + " --sourcemap --servedir=public");
            scripts.put("build", (typed ? "npm run check-types && " : "") + bundle + " --minify --sourcemap");
            if (typed) {
                String test = "esbuild test/*.test.ts --bundle --platform=node --format=esm --outdir=" + OUTPUT;
                scripts.put("test", test + " && node --test " + OUTPUT + "/*.test.js");
                scripts.put("check-types", "tsc");
            } else {
                scripts.put("test", "node --test");
            }
            return scripts;
        }
        String main = typed ? OUTPUT + "/src/main.js" : "src/main.js";
        if (blueprint.kind() != Kind.LIBRARY) scripts.put("start", "node " + main);
        if (blueprint.has("reload")) scripts.put("dev", "node --watch " + main);
        if (typed) {
            scripts.put("build", "tsc");
            if (scripts.containsKey("start")) scripts.put("prestart", "npm run build");
            scripts.put("pretest", "npm run build");
        }
        scripts.put("test", typed ? "node --test " + OUTPUT + "/test/*.test.js" : "node --test");
        return scripts;
    }

    private static CompilerConfig config(Blueprint blueprint) {
        Map<String, Object> options = new LinkedHashMap<>();
        options.put("target", "es2022");
        if (blueprint.kind() == Kind.FRONTEND) {
            options.put("module", "esnext");
            options.put("moduleResolution", "bundler");
            options.put("noEmit", true);
            blueprint.value("jsx").ifPresent(jsx -> options.put("jsx", jsx));
        } else {
            options.put("module", "nodenext");
            options.put("rootDir", ".");
            options.put("outDir", OUTPUT);
            if (blueprint.kind() == Kind.LIBRARY) options.put("declaration", true);
        }
        options.put("strict", true);
        options.put("types", List.of("node"));
        return new CompilerConfig(CompilerConfig.USUAL, options, List.of(), List.of("src", "test"));
    }

    private static List<Proposal.Command> commands(Blueprint blueprint, Map<String, String> scripts) {
        List<Proposal.Command> commands = new ArrayList<>();
        commands.add(new Proposal.Command("install the packages", "npm install"));
        if (scripts.containsKey("build")) commands.add(new Proposal.Command("build", "npm run build"));
        commands.add(new Proposal.Command("test", "npm test"));
        if (scripts.containsKey("start")) commands.add(new Proposal.Command("run", "npm start"));
        if (scripts.containsKey("dev"))
            commands.add(new Proposal.Command(
                    blueprint.kind() == Kind.FRONTEND ? "serve the pages while you work" : "run while you work",
                    "npm run dev"));
        return commands;
    }

    @Override
    public Optional<String> newer(String notation, Environment environment) {
        String name = notation(notation).name();
        Semver now = new Semver(notation(notation).version());
        return Registry.of(ProjectTree.empty(), environment).packument(name).stream()
                .flatMap(packument -> packument.versions().stream())
                .map(Semver::new)
                .filter(version -> version.getMajor() == now.getMajor() && version.isStable())
                .max(Comparator.naturalOrder())
                .filter(version -> version.compareTo(now) > 0)
                .map(version -> name + "@" + version);
    }

    @Override
    public boolean isSource(String language, String path) {
        String extensions = language.equals(TYPESCRIPT) ? ".*\\.[cm]?tsx?" : ".*\\.[cm]?jsx?";
        return path.matches(extensions) && !path.endsWith(".d.ts");
    }

    private static Dependencies.Section section(Need.Artifact artifact) {
        return artifact.scope().equals("test") ? Dependencies.Section.DEVELOPMENT : Dependencies.Section.RUNTIME;
    }

    private static List<String> ignored(Blueprint blueprint) {
        List<String> ignored = new ArrayList<>(List.of("/node_modules/"));
        if (blueprint.language().equals(TYPESCRIPT)) ignored.add("/" + OUTPUT + "/");
        if (blueprint.kind() == Kind.FRONTEND) ignored.addAll(List.of("/public/main.js", "/public/main.js.map"));
        return ignored;
    }
}

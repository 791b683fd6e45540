package dev.pfeiler.ecosystem.node.target.typescript;

import com.fasterxml.jackson.core.type.TypeReference;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import dev.pfeiler.ecosystem.node.model.Dependencies;
import dev.pfeiler.ecosystem.node.project.NodeProject;
import dev.pfeiler.ecosystem.node.registry.Registry;
import dev.pfeiler.ecosystem.node.source.Script;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.process.Environment;
import dev.pfeiler.process.ToolRun;
import dev.pfeiler.process.WorkFolder;
import dev.pfeiler.tree.TreeFile;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.regex.Pattern;

/**
 * Turns JavaScript into TypeScript that compiles. The compiler is one release of known hash, whatever the project or its
 * registry has under that name; it is run on a copy in a scratch folder, reads the sources and runs none of them.
 */
public final class TypeScriptConversion {
    private static final Pattern TOOL =
            Pattern.compile("[^/]*\\.(config|conf|rc)\\.[cm]?js|(?i)(gulpfile|gruntfile)[^/]*");
    private static final Pattern SCRIPT = Pattern.compile(".*\\.[cm]?jsx?");
    private static final Pattern KIND_OF_MODULE = Pattern.compile(".*\\.([cm]?)jsx?$");
    private static final Pattern ENDING = Pattern.compile("\\.[cm]?jsx?$");

    private static final Duration LIMIT = Duration.ofMinutes(5);
    private static final String COMPILER = "typescript";
    private static final String VERSION = "5.9.3";
    /** Of the archive, as the publisher's registry states it. */
    private static final String INTEGRITY =
            "sha512-jl1vZzPDinLr9eUt3J/t7V6FgNEw9QjvBPdysz9KfQDD41fQrC2Y4vKQdiaUpFT4bXlb1RHhLpp8wtm6M5TgSw==";

    private final NodeProject project;
    private final Dependencies dependencies;
    private final Registry registry;
    private final Environment environment;

    public TypeScriptConversion(
            NodeProject project, Dependencies dependencies, Registry registry, Environment environment) {
        this.project = project;
        this.dependencies = dependencies;
        this.registry = registry;
        this.environment = environment;
    }

    /**
     * The new path of each source that becomes TypeScript. Of a project with sources for pages and for Node.js, those for
     * pages stay: one configuration cannot be for both.
     */
    public static Map<String, String> paths(NodeProject project) {
        Map<String, String> paths = new TreeMap<>();
        boolean mixed = project.products().stream().anyMatch(script -> !project.isOfPage(script.path()));
        for (Script script : project.scripts().values()) {
            if (mixed && project.isOfPage(script.path())) continue;
            boolean configures = TOOL.matcher(script.path()).matches();
            if (script.typed() || configures || script.broken().isPresent() || !script.editable()) continue;
            if (!SCRIPT.matcher(script.path()).matches()) continue;
            String ending = KIND_OF_MODULE.matcher(script.path()).replaceFirst(script.markup() ? ".tsx" : ".$1ts");
            paths.put(script.path(), ENDING.matcher(script.path()).replaceFirst(ending));
        }
        return paths;
    }

    /**
     * The sources as TypeScript.
     *
     * @param options of the compiler but the strict ones
     * @param changed new texts of sources that are changed besides
     * @throws Refusal if the compiler cannot be fetched or run
     */
    public TypedSources run(Map<String, Object> options, String moduleType, Map<String, String> changed) {
        Path node = environment
                .program("node")
                .orElseThrow(() -> Refusal.notPossible(
                        "Node.js is not on the PATH; the compiler needs it.",
                        "Install it, or convert without --choose language."));
        try (WorkFolder work = WorkFolder.make("typescript")) {
            Path scratch = work.path();
            new PackageLayout(project.tree(), project.installed(), registry, scratch).layOut(dependencies);
            Path compiler = scratch.resolve("compiler");
            PackageLayout.write(compiler(), compiler);
            return convert(node, scratch, compiler, options, moduleType, changed);
        } catch (IOException | UncheckedIOException e) {
            throw Refusal.inputOutput("The compiler could not be run: " + e, "Check the disk and try again.", e);
        }
    }

    private Map<String, byte[]> compiler() {
        return registry.pinned(COMPILER, VERSION, INTEGRITY)
                .orElseThrow(() -> Refusal.notPossible(
                        "TypeScript " + VERSION
                                + " is not in a registry that can be asked, or its archive there is not the"
                                + " published one.",
                        "Check the connection, or convert without --choose language."));
    }

    private TypedSources convert(
            Path node,
            Path scratch,
            Path compiler,
            Map<String, Object> options,
            String moduleType,
            Map<String, String> changed)
            throws IOException {
        Map<String, String> paths = paths(project);
        for (TreeFile file : project.tree().files()) {
            boolean read = project.scripts().containsKey(file.path())
                    || file.extension().equals("json");
            if (!read || file.link()) continue;
            Path copy = scratch.resolve(file.path());
            Files.createDirectories(copy.getParent());
            String content = changed.containsKey(file.path())
                    ? changed.get(file.path())
                    : project.tree().text(file.path()).content();
            Files.writeString(copy, content);
        }
        ObjectMapper json = new ObjectMapper();
        if (!moduleType.isEmpty())
            Files.writeString(scratch.resolve("package.json"), "{\"type\":\"" + moduleType + "\"}");
        ObjectNode config = json.createObjectNode().put("root", scratch.toString());
        config.set("files", json.valueToTree(paths));
        config.set("options", json.valueToTree(options));
        config.put("modules", !moduleType.equals("module") && !moduleType.isEmpty());
        Path settings = scratch.resolve("convert.json");
        Files.write(settings, json.writeValueAsBytes(config));
        Path program = scratch.resolve("convert.cjs");
        try (InputStream in = TypeScriptConversion.class.getResourceAsStream("convert.cjs.txt")) {
            Files.write(program, in.readAllBytes());
        }
        ToolRun run = ToolRun.of(
                List.of(node.toString(), program.toString(), compiler.toString(), settings.toString()),
                scratch,
                Map.of(),
                scratch.resolve("convert.log"),
                LIMIT);
        List<String> output = run.output();
        String last = output.isEmpty() ? "" : output.get(output.size() - 1);
        if (!run.succeeded() || !last.startsWith("{"))
            throw Refusal.notPossible(
                    "The compiler failed: "
                            + output.stream()
                                    .filter(line -> line.contains("Error"))
                                    .findFirst()
                                    .orElse(last),
                    "Convert without --choose language.");
        JsonNode result = json.readTree(last);
        TypeReference<LinkedHashMap<String, String>> textMap = new TypeReference<>() {};
        return new TypedSources(
                paths,
                json.convertValue(result.path("files"), textMap),
                json.convertValue(result.path("added"), textMap),
                json.convertValue(result.path("relaxed"), new TypeReference<LinkedHashMap<String, Integer>>() {}),
                result.path("remaining").asInt());
    }
}

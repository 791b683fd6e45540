package dev.pfeiler.ecosystem.node.model;

import com.fasterxml.jackson.core.json.JsonReadFeature;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.json.JsonMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import dev.pfeiler.tree.JsonText;
import dev.pfeiler.tree.Paths;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;

/**
 * A configuration file of the TypeScript compiler. Source: the TSConfig reference.
 *
 * @param options of the compiler, as the file names them
 * @param files the sources that are compiled, with those that they import; empty where patterns say it
 * @param include patterns of sources
 */
public record CompilerConfig(String path, Map<String, Object> options, List<String> files, List<String> include) {
    private static final Pattern FILE = Pattern.compile("tsconfig.*\\.json");
    private static final Pattern MODULE = Pattern.compile(".*\\.mts");
    private static final Pattern COMMON = Pattern.compile(".*\\.cts");
    private static final Pattern ENDING = Pattern.compile("\\.[cm]?tsx?$|\\.jsx?$");

    public static final String USUAL = "tsconfig.json";
    /** Reads JSON with comments and commas at ends. */
    public static final ObjectMapper LENIENT = JsonMapper.builder()
            .enable(JsonReadFeature.ALLOW_JAVA_COMMENTS, JsonReadFeature.ALLOW_TRAILING_COMMA)
            .build();

    public CompilerConfig {
        options = new LinkedHashMap<>(options);
        files = List.copyOf(files);
        include = List.copyOf(include);
    }

    /** Whether a file is named as configuration files of the compiler are. */
    public static boolean isName(String name) {
        return FILE.matcher(name).matches();
    }

    /**
     * A file that the project has, with comments and commas at ends allowed; what it inherits from others is not read.
     *
     * @throws IOException if it is not such a file
     */
    public static CompilerConfig read(String path, String text) throws IOException {
        JsonNode root = LENIENT.readTree(text);
        Map<String, Object> options = new LinkedHashMap<>();
        root.path("compilerOptions")
                .fields()
                .forEachRemaining(
                        each -> options.put(each.getKey(), LENIENT.convertValue(each.getValue(), Object.class)));
        return new CompilerConfig(path, options, texts(root.path("files")), texts(root.path("include")));
    }

    private static List<String> texts(JsonNode list) {
        List<String> texts = new ArrayList<>();
        list.forEach(one -> texts.add(one.asText()));
        return texts;
    }

    /** How the compiler is called with it. */
    public String call() {
        return path.equals(USUAL) ? "tsc" : "tsc -p " + path;
    }

    /** The text of the file. */
    public String text() {
        ObjectMapper json = new ObjectMapper();
        ObjectNode root = json.createObjectNode();
        root.set("compilerOptions", json.valueToTree(options));
        if (!files.isEmpty()) root.set("files", json.valueToTree(files));
        if (!include.isEmpty()) root.set("include", json.valueToTree(include));
        return JsonText.of(root, 2);
    }

    /** Where the compiler writes what it makes of a source. */
    public String output(String source, Collection<String> sources) {
        String folder = text("outDir");
        String root = text("rootDir");
        if (root.isEmpty())
            root = Paths.common(sources.stream().map(Paths::parent).toList());
        root = root.equals(".") ? "" : root;
        String ending = MODULE.matcher(source).matches()
                ? ".mjs"
                : COMMON.matcher(source).matches() ? ".cjs" : ".js";
        String plain = ENDING.matcher(source).replaceFirst("") + ending;
        if (folder.isEmpty() || folder.equals(".") && root.isEmpty()) return plain;
        String within = Paths.within(root, plain) ? Paths.relative(root, plain) : plain;
        return folder.equals(".") ? within : Paths.join(folder, within);
    }

    /** An option that is a text; empty where it is not given. */
    public String text(String option) {
        return options.get(option) instanceof String text ? text : "";
    }

    /** Whether an option is given and true. */
    public boolean isSet(String option) {
        return Boolean.TRUE.equals(options.get(option));
    }
}

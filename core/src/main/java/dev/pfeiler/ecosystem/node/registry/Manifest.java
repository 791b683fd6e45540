package dev.pfeiler.ecosystem.node.registry;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.MissingNode;
import dev.pfeiler.tree.Text;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.semver4j.RangesListFactory;
import org.semver4j.Semver;

/**
 * What a package says of itself: its own descriptor, or the registry's copy. Source: the documentation of package.json.
 *
 * @param json the whole document
 */
public record Manifest(JsonNode json) {
    public static final Manifest NONE = new Manifest(MissingNode.getInstance());

    public String name() {
        return json.path("name").asText("");
    }

    public String version() {
        return json.path("version").asText("");
    }

    /** A field that is a text; empty where it is not. */
    public String text(String field) {
        return json.path(field).isTextual() ? json.path(field).asText() : "";
    }

    /** The entries of a field that is an object of texts. */
    public Map<String, String> map(String field) {
        Map<String, String> map = new LinkedHashMap<>();
        json.path(field)
                .fields()
                .forEachRemaining(
                        entry -> map.put(entry.getKey(), entry.getValue().asText()));
        return map;
    }

    /** Whether its files are ECMAScript modules by default. */
    public boolean module() {
        return text("type").equals("module");
    }

    /** Whether it brings types of its own. */
    public boolean typed() {
        if (!text("types").isEmpty() || !text("typings").isEmpty()) return true;
        String exports = json.path("exports").toString();
        return exports.contains("\"types\"") || exports.contains(".d.ts") || exports.contains(".d.mts");
    }

    /** The first release of Node.js that it says it runs on. */
    public Optional<Semver> engine() {
        return firstOf(json.path("engines").path("node").asText(""));
    }

    /** The lowest version that a range admits. */
    public static Optional<Semver> firstOf(String range) {
        if (range.isBlank()) return Optional.empty();
        try {
            return RangesListFactory.create(range).get().stream()
                    .map(all -> all.stream()
                            .filter(one -> one.toString().startsWith(">")
                                    || one.toString().startsWith("="))
                            .map(org.semver4j.Range::getRangeVersion)
                            .max(Semver::compareTo)
                            .orElse(new Semver("0.0.0")))
                    .min(Semver::compareTo)
                    .filter(version -> version.getMajor() > 0);
        } catch (RuntimeException e) {
            return Optional.empty();
        }
    }

    /**
     * The file that a program gets for a name within the package.
     *
     * @param within {@code .} or a path that starts with {@code ./}
     * @param conditions under which it is loaded, for example {@code require}
     */
    public Optional<String> entry(String within, Set<String> conditions) {
        JsonNode exports = json.path("exports");
        if (exports.isMissingNode() || exports.isNull()) {
            if (!within.equals(".")) return Optional.of(within.substring(2));
            String main = text("main");
            return Optional.of(main.isEmpty() ? "index.js" : Text.withoutStart(main, "./"));
        }
        boolean subpaths = exports.isObject()
                && exports.fieldNames().hasNext()
                && exports.fieldNames().next().startsWith(".");
        JsonNode target = subpaths ? exports.path(within) : within.equals(".") ? exports : MissingNode.getInstance();
        if (target.isMissingNode() && subpaths) {
            for (Map.Entry<String, JsonNode> each : exports.properties()) {
                int star = each.getKey().indexOf('*');
                if (star < 0 || !within.startsWith(each.getKey().substring(0, star))) continue;
                String end = each.getKey().substring(star + 1);
                if (!within.endsWith(end) || within.length() < each.getKey().length() - 1) continue;
                String part = within.substring(star, within.length() - end.length());
                return resolved(each.getValue(), conditions).map(path -> path.replace("*", part));
            }
        }
        return resolved(target, conditions);
    }

    private static Optional<String> resolved(JsonNode target, Set<String> conditions) {
        if (target.isTextual()) return Optional.of(Text.withoutStart(target.asText(), "./"));
        if (target.isArray()) {
            for (JsonNode one : target) {
                Optional<String> found = resolved(one, conditions);
                if (found.isPresent()) return found;
            }
        }
        if (target.isObject()) {
            for (Map.Entry<String, JsonNode> each : target.properties()) {
                if (!conditions.contains(each.getKey()) && !each.getKey().equals("default")) continue;
                Optional<String> found = resolved(each.getValue(), conditions);
                if (found.isPresent()) return found;
            }
        }
        return Optional.empty();
    }

    /** Whether {@code require} gives a CommonJS module for a name within the package. */
    public boolean canBeRequired(String within) {
        Optional<String> entry = entry(within, Set.of("node", "require"));
        if (entry.isEmpty()) return false;
        String path = entry.get();
        return path.endsWith(".cjs")
                || path.endsWith(".json")
                || path.endsWith(".node")
                || !module() && !path.endsWith(".mjs");
    }

    /** Whether {@code import} gives something for a name within the package. */
    public boolean canBeImported(String within) {
        return entry(within, Set.of("node", "import")).isPresent();
    }

    /** The names of its dependencies that a program needs at run time. */
    public List<String> needs() {
        List<String> needs = new ArrayList<>(map("dependencies").keySet());
        map("peerDependencies").keySet().stream()
                .filter(name -> !json.path("peerDependenciesMeta")
                        .path(name)
                        .path("optional")
                        .asBoolean())
                .forEach(needs::add);
        return needs;
    }
}

package dev.pfeiler.fresh;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.fresh.Need.Artifact;
import dev.pfeiler.fresh.Need.Contribution;
import dev.pfeiler.fresh.Need.Fit;
import dev.pfeiler.fresh.Need.Serving;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import org.yaml.snakeyaml.LoaderOptions;
import org.yaml.snakeyaml.Yaml;
import org.yaml.snakeyaml.constructor.SafeConstructor;
import org.yaml.snakeyaml.error.YAMLException;

/** The needs that are known: those that come with Pfeiler, and a user's own. The format is described in docs/new.md. */
public record Needs(List<Need> all) {
    private static final Pattern COMMA = Pattern.compile("\\s*,\\s*");

    private static final ObjectMapper JSON = new ObjectMapper();

    public Needs {
        all = all.stream().sorted(Comparator.comparing(Need::id)).toList();
    }

    /**
     * Those that come with Pfeiler.
     *
     * @param contributors classes beside which a file {@code needs.yaml} is, among the resources
     */
    public static Needs of(List<Class<?>> contributors) {
        Needs all = new Needs(List.of());
        for (Class<?> contributor : contributors) {
            try (InputStream in = contributor.getResourceAsStream("needs.yaml")) {
                if (in != null) all = read(yaml(in)).before(all);
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        }
        return all;
    }

    /** These with those of a file: what it adds to a need that is there comes first. */
    public Needs with(Path file) {
        Needs own;
        try (InputStream in = Files.newInputStream(file)) {
            own = read(yaml(in));
        } catch (IOException | IllegalArgumentException | YAMLException e) {
            throw Refusal.inputOutput(
                    "Cannot read " + file + ": " + e.getMessage(), "Correct it; docs/new.md describes the format.", e);
        }
        return own.before(this);
    }

    /** All of both; of a need that both have, what these serve it by comes first. */
    private Needs before(Needs others) {
        Map<String, Need> byId = new LinkedHashMap<>();
        others.all.forEach(need -> byId.put(need.id(), need));
        for (Need need : all) {
            List<Serving> serving = new ArrayList<>(need.serving());
            Optional.ofNullable(byId.get(need.id())).ifPresent(known -> serving.addAll(known.serving()));
            byId.put(need.id(), new Need(need.id(), need.purpose(), serving));
        }
        return new Needs(List.copyOf(byId.values()));
    }

    /** Jackson does not resolve aliases, so the document is read by the library below it. */
    private static JsonNode yaml(InputStream in) {
        return JSON.valueToTree(new Yaml(new SafeConstructor(new LoaderOptions())).<Object>load(in));
    }

    public Optional<Need> of(String id) {
        return all.stream().filter(need -> need.id().equals(id)).findFirst();
    }

    static Needs read(JsonNode root) {
        List<Need> needs = new ArrayList<>();
        root.fields().forEachRemaining(entry -> {
            List<Serving> serving = new ArrayList<>();
            entry.getValue().path("served-by").fields().forEachRemaining(one -> one.getValue()
                    .path("in")
                    .fields()
                    .forEachRemaining(in -> serving.add(serving(entry.getKey(), one.getKey(), one.getValue(), in))));
            needs.add(new Need(entry.getKey(), entry.getValue().path("purpose").asText(), serving));
        });
        return new Needs(needs);
    }

    /** What serves a need in some languages; settings for all of them stand above. */
    private static Serving serving(String need, String id, JsonNode node, Map.Entry<String, JsonNode> in) {
        JsonNode own = in.getValue();
        Set<Kind> kinds = new LinkedHashSet<>();
        for (String kind : texts(either(own, node, "kinds")))
            kinds.add(Kind.of(kind).orElseThrow(() -> new IllegalArgumentException("unknown kind: " + kind)));
        return new Serving(
                need,
                id,
                node.path("title").asText(id),
                new Fit(
                        Set.of(COMMA.split(in.getKey())),
                        kinds,
                        Set.copyOf(texts(either(own, node, "targets"))),
                        either(own, node, "fresh-only").asBoolean(false),
                        map(either(own, node, "beside")),
                        either(own, node, "least-level").asInt(0),
                        either(own, node, "current-tool").asBoolean(false)),
                texts(either(own, node, "requires")),
                artifacts(either(own, node, "artifacts")),
                artifacts(either(own, node, "bom")),
                new Contribution(
                        map(either(own, node, "files")),
                        map(either(own, node, "shown-by")),
                        texts(either(own, node, "without")),
                        texts(either(own, node, "ignored")),
                        map(either(own, node, "values")),
                        either(own, node, "start").asText(""),
                        either(own, node, "import").asText(""),
                        either(own, node, "example").asText(""),
                        either(own, node, "page").asText(""),
                        either(own, node, "form").asText("")),
                either(own, node, "at-run-time").asText(""));
    }

    private static Map<String, String> map(JsonNode node) {
        Map<String, String> map = new LinkedHashMap<>();
        node.fields()
                .forEachRemaining(
                        entry -> map.put(entry.getKey(), entry.getValue().asText()));
        return map;
    }

    /** One, or a list of them. */
    private static List<Artifact> artifacts(JsonNode node) {
        if (node.isTextual()) return List.of(artifact(node));
        List<Artifact> artifacts = new ArrayList<>();
        node.forEach(one -> artifacts.add(artifact(one)));
        return artifacts;
    }

    private static JsonNode either(JsonNode own, JsonNode all, String field) {
        return own.has(field) ? own.path(field) : all.path(field);
    }

    /** A notation, or one with its scope and the levels that it is for. */
    private static Artifact artifact(JsonNode one) {
        if (one.isTextual()) return new Artifact(one.asText(), "compile", 0, Integer.MAX_VALUE, false);
        return new Artifact(
                one.path("artifact").asText(),
                one.path("scope").asText("compile"),
                one.path("least-level").asInt(0),
                one.path("most-level").asInt(Integer.MAX_VALUE),
                one.path("managed").asBoolean(false));
    }

    private static List<String> texts(JsonNode list) {
        List<String> texts = new ArrayList<>();
        list.forEach(one -> texts.add(one.asText()));
        return texts;
    }
}

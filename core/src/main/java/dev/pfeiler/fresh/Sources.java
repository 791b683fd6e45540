package dev.pfeiler.fresh;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import com.fasterxml.jackson.dataformat.yaml.YAMLFactory;
import dev.pfeiler.fresh.Need.Serving;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;

/** The files of each kind of project in each language, as the ecosystems list them, and those of needs. */
public final class Sources {
    private static final String ALL = "all";

    private final ObjectNode kinds = JsonNodeFactory.instance.objectNode();
    private final Templates templates;

    /** @param contributors classes beside which a file {@code kinds.yaml} is, among the resources */
    public Sources(List<Class<?>> contributors, Templates templates) {
        this.templates = templates;
        for (Class<?> contributor : contributors) {
            try (InputStream in = contributor.getResourceAsStream("kinds.yaml")) {
                if (in != null) kinds.setAll((ObjectNode) new ObjectMapper(new YAMLFactory()).readTree(in));
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        }
    }

    /** The kinds of projects that there are in a language. */
    public Set<Kind> kinds(String language) {
        Set<Kind> there = EnumSet.noneOf(Kind.class);
        for (Kind kind : Kind.values()) if (kinds.path(language).has(kind.id())) there.add(kind);
        return there;
    }

    /**
     * The files of a project by path.
     *
     * @param values what templates may name, beside what the blueprint says
     */
    public SortedMap<String, String> of(Blueprint blueprint, Map<String, Object> values) {
        Map<String, Object> all = all(blueprint, values);
        SortedMap<String, String> files = new TreeMap<>();
        add(files, kinds.path(blueprint.language()).path(ALL), all);
        add(files, kinds.path(blueprint.language()).path(blueprint.kind().id()), all);
        files.putAll(serving(blueprint, values, true));
        for (Serving serving : blueprint.serving())
            for (String path : serving.contribution().without()) files.remove(templates.text(path, path, all));
        return files;
    }

    /**
     * The files of what serves a project's needs, by path.
     *
     * @param shown whether with sources that only show how it is used
     */
    public SortedMap<String, String> serving(Blueprint blueprint, Map<String, Object> values, boolean shown) {
        Map<String, Object> all = all(blueprint, values);
        SortedMap<String, String> files = new TreeMap<>();
        for (Serving serving : blueprint.serving()) {
            serving.contribution().files().forEach((path, template) -> add(files, path, template, all));
            if (shown) serving.contribution().shown().forEach((path, template) -> add(files, path, template, all));
        }
        return files;
    }

    private Map<String, Object> all(Blueprint blueprint, Map<String, Object> values) {
        Map<String, Object> all = new HashMap<>(values);
        all.put("kind", blueprint.kind().id());
        all.put("name", blueprint.name());
        all.put("group", blueprint.group());
        all.put("version", blueprint.version());
        all.put("level", blueprint.release());
        all.put("release", blueprint.level());
        all.put("target", blueprint.target());
        List<String> needs = blueprint.serving().stream().map(Serving::need).toList();
        all.put("needs", needs);
        all.put("language", blueprint.language());
        all.put("serving", blueprint.choices());
        for (Serving serving : blueprint.serving())
            serving.contribution()
                    .values()
                    .forEach((name, text) -> all.put(name, templates.text(serving.id(), text, all)));
        all.put(
                "starts",
                blueprint.serving().stream()
                        .map(serving -> serving.contribution().start())
                        .filter(start -> !start.isEmpty())
                        .toList());
        all.put(
                "pages",
                blueprint.serving().stream()
                        .map(Sources::page)
                        .filter(page -> !page.isEmpty())
                        .toList());
        all.put(
                "forms",
                blueprint.serving().stream()
                        .map(serving -> serving.contribution().form())
                        .filter(form -> !form.isEmpty())
                        .toList());
        all.put(
                "imports",
                blueprint.serving().stream()
                        .filter(serving -> !serving.contribution().statement().isEmpty())
                        .map(serving -> templates.text(
                                serving.id(), serving.contribution().statement(), all))
                        .sorted()
                        .toList());
        List<Map<String, Object>> examples = new ArrayList<>();
        for (Serving serving : blueprint.serving())
            if (!serving.contribution().example().isEmpty())
                examples.add(Map.of(
                        "need",
                        serving.need(),
                        "code",
                        templates.text(serving.id(), serving.contribution().example(), all)));
        all.put("examples", examples);
        return all;
    }

    private static String page(Serving serving) {
        String own = serving.contribution().page();
        return own.isEmpty() && !serving.contribution().example().isEmpty() ? serving.need() : own;
    }

    private void add(SortedMap<String, String> files, JsonNode listed, Map<String, Object> values) {
        listed.fields()
                .forEachRemaining(
                        entry -> add(files, entry.getKey(), entry.getValue().asText(), values));
    }

    private void add(SortedMap<String, String> files, String path, String template, Map<String, Object> values) {
        files.put(templates.text(path, path, values), templates.fill(template, values));
    }
}

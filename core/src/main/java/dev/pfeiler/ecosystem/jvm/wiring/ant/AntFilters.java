package dev.pfeiler.ecosystem.jvm.wiring.ant;

import dev.pfeiler.ecosystem.jvm.wiring.BuildTime;
import dev.pfeiler.ecosystem.jvm.wiring.PropertiesFile;
import dev.pfeiler.ecosystem.jvm.wiring.TextFilter;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.ecosystem.jvm.wiring.WiringBuilder;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.XmlElement;
import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/** What a copy replaces in the files that it copies. Source: the build tool's manual on filter sets and filter chains. */
final class AntFilters {
    private static final String MARK = "@";

    private final ProjectTree tree;
    private final AntProperties properties;
    private final AntPaths paths;
    private final WiringBuilder draft;
    /** What copies replace that say no more than that they filter. */
    private final Map<String, String> shared = new LinkedHashMap<>();

    AntFilters(ProjectTree tree, AntProperties properties, AntPaths paths, WiringBuilder draft) {
        this.tree = tree;
        this.properties = properties;
        this.paths = paths;
        this.draft = draft;
    }

    /** Takes a task that sets what such copies replace from then on. */
    void share(XmlElement filter) {
        Map<String, String> values = new LinkedHashMap<>();
        put(values, paths.value(filter, "token"), paths.value(filter, "value"));
        fromFile(paths.value(filter, "filtersfile"), values);
        shared.putAll(values);
    }

    List<TextFilter> of(AntElement copy) {
        List<TextFilter> filters = new ArrayList<>();
        for (XmlElement child : copy.element().children()) {
            XmlElement element = paths.referenced(child);
            switch (child.name()) {
                case "filterset" -> filters.add(set(element));
                case "filterchain" ->
                    element.children().forEach(filter -> link(copy, filter).ifPresent(filters::add));
                default -> {}
            }
        }
        if (paths.isTrue(copy.element(), "filtering")) filters.add(new TextFilter(MARK, MARK, shared));
        filters.removeIf(filter -> filter.values().isEmpty());
        return filters;
    }

    private TextFilter set(XmlElement set) {
        Map<String, String> values = new LinkedHashMap<>();
        set.children("filter")
                .forEach(filter -> put(values, paths.value(filter, "token"), paths.value(filter, "value")));
        set.children("filtersfile").forEach(file -> fromFile(paths.value(file, "file"), values));
        return new TextFilter(mark(set, "begintoken"), mark(set, "endtoken"), values);
    }

    /** One filter of a chain; one that is not followed is noted. */
    private Optional<TextFilter> link(AntElement copy, XmlElement filter) {
        switch (filter.name()) {
            case "expandproperties" -> {
                Map<String, String> values = new TreeMap<>();
                properties.all().forEach((name, setting) -> put(values, name, properties.expand(setting.value())));
                return Optional.of(new TextFilter("${", "}", values));
            }
            case "replacetokens" -> {
                Map<String, String> values = new LinkedHashMap<>();
                filter.children("token")
                        .forEach(token -> put(values, paths.value(token, "key"), paths.value(token, "value")));
                fromFile(paths.value(filter, "propertiesfile"), values);
                return Optional.of(new TextFilter(mark(filter, "begintoken"), mark(filter, "endtoken"), values));
            }
            default -> {
                draft.leaveStep(
                        "<" + filter.name() + ">",
                        "changes copied files and was not analyzed",
                        new Evidence(copy.file(), filter.line(), filter.tag()));
                return Optional.empty();
            }
        }
    }

    private String mark(XmlElement element, String attribute) {
        String mark = paths.value(element, attribute);
        return mark.isEmpty() ? MARK : mark;
    }

    private void fromFile(String written, Map<String, String> values) {
        Optional<String> path = paths.inside(written).filter(tree::has);
        if (path.isEmpty()) return;
        try {
            for (Map.Entry<String, Wiring.Setting> entry :
                    PropertiesFile.read(tree, path.get()).entrySet())
                put(values, entry.getKey(), entry.getValue().value());
        } catch (IOException e) {
            draft.leave(path.get(), "is not a valid properties file", Evidence.of(path.get(), ""));
        }
    }

    /** Keeps a value, unless it depends on something that is not known here. */
    private static void put(Map<String, String> values, String name, String value) {
        if (!name.isEmpty() && !BuildTime.isUnknown(value) && !value.startsWith(Wiring.TOP))
            values.putIfAbsent(name, value);
    }
}

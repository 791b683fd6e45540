package dev.pfeiler.ecosystem.dotnet.model;

import dev.pfeiler.ecosystem.dotnet.model.ProjectText.Element;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * A project file for an SDK.
 *
 * @param path of the file
 * @param properties in the order in which they are written
 * @param debug those for development alone
 * @param release those for delivery alone
 * @param groups items, in groups
 * @param targets lines of steps of its own
 */
public record SdkProject(
        String path,
        String sdk,
        Map<String, String> properties,
        Map<String, String> debug,
        Map<String, String> release,
        List<List<Element>> groups,
        List<String> targets) {
    public static final String SDK = "Microsoft.NET.Sdk";
    /** For windows of the system, with the old framework, too. */
    public static final String DESKTOP = "Microsoft.NET.Sdk.WindowsDesktop";

    public SdkProject {
        properties = new LinkedHashMap<>(properties);
        debug = new LinkedHashMap<>(debug);
        release = new LinkedHashMap<>(release);
        groups = groups.stream().map(List::copyOf).toList();
        targets = List.copyOf(targets);
    }

    /** The same without some properties. */
    public SdkProject without(Collection<String> names) {
        Map<String, String> others = new LinkedHashMap<>(properties);
        others.keySet().removeAll(names);
        return new SdkProject(path, sdk, others, debug, release, groups, targets);
    }

    public String text() {
        ProjectText text = new ProjectText(Map.of("Sdk", sdk));
        text.properties("", properties);
        text.properties("'$(Configuration)' == 'Debug'", debug);
        text.properties("'$(Configuration)' == 'Release'", release);
        groups.forEach(text::items);
        text.lines(targets);
        return text.toString();
    }
}

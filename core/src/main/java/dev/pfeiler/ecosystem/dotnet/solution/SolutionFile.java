package dev.pfeiler.ecosystem.dotnet.solution;

import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.XmlElement;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.UUID;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A solution: the list of projects that are built together. Source: the documentation of solution files, and of their XML
 * format ({@code slnx}).
 */
public final class SolutionFile {
    private static final Pattern PROJECT = Pattern.compile(
            "(?m)^[ \\t]*Project\\(\"(\\{[^}\"]+\\})\"\\)\\s*=\\s*\"([^\"]*)\",\\s*\"([^\"]+)\",\\s*\"(\\{[^}\"]+\\})\"");
    private static final Pattern CONFIGURATION =
            Pattern.compile("(?s)GlobalSection\\(SolutionConfigurationPlatforms\\)[^\\n]*\\n(.*?)EndGlobalSection");
    private static final Pattern OF_PROJECTS = Pattern.compile(
            "(?s)(GlobalSection\\(ProjectConfigurationPlatforms\\)[^\\n]*\\n)(.*?)([ \\t]*EndGlobalSection)");
    private static final String FOLDER = "{2150E333-8FDC-42A3-9474-1A3956D46DE8}";
    private static final String CSHARP = "{FAE04EC0-301F-11D3-BF4B-00C04F79EFBC}";

    private final String path;
    private final String text;

    /**
     * A project as the solution lists it.
     *
     * @param path in the tree
     */
    public record Listed(String name, String path, String guid) {}

    /** @param path of the solution in the tree */
    public SolutionFile(String path, String text) {
        this.path = path;
        this.text = text;
    }

    private boolean isXml() {
        return path.endsWith("x");
    }

    /** The projects that it lists, folders left out; those outside the tree, too. */
    public List<Listed> projects() {
        List<Listed> projects = new ArrayList<>();
        if (isXml()) {
            try {
                XmlElement.read(text.getBytes(StandardCharsets.UTF_8))
                        .all()
                        .filter(element -> element.name().equals("Project"))
                        .map(element -> element.attribute("Path"))
                        .forEach(
                                name -> projects.add(new Listed(Paths.stem(name.replace('\\', '/')), place(name), "")));
            } catch (XmlElement.Malformed e) {
                return List.of();
            }
            return projects;
        }
        Matcher matcher = PROJECT.matcher(text);
        while (matcher.find())
            if (!matcher.group(1).toUpperCase(Locale.ROOT).equals(FOLDER)
                    && matcher.group(3).indexOf("://") < 0)
                projects.add(new Listed(matcher.group(2), place(matcher.group(3)), matcher.group(4)));
        return projects;
    }

    private String place(String name) {
        String written = name.replace('\\', '/');
        return Paths.normal(Paths.join(Paths.parent(path), written)).orElse(written);
    }

    /** The text without some projects and with others behind those that are there. */
    public String changed(Collection<String> without, Collection<String> more) {
        return isXml() ? changedXml(without, more) : changedText(without, more);
    }

    private String changedXml(Collection<String> without, Collection<String> more) {
        String end = text.contains("\r\n") ? "\r\n" : "\n";
        StringBuilder changed = new StringBuilder();
        for (String line : text.split("(?<=\n)")) {
            Matcher matcher =
                    Pattern.compile("<Project\\s[^>]*Path=\"([^\"]+)\"[^>]*/>").matcher(line);
            if (matcher.find() && without.contains(place(matcher.group(1)))) continue;
            if (line.contains("</Solution>"))
                for (String one : more)
                    changed.append("  <Project Path=\"")
                            .append(Paths.from(Paths.parent(path), one))
                            .append("\" />")
                            .append(end);
            changed.append(line);
        }
        return changed.toString();
    }

    private String changedText(Collection<String> without, Collection<String> more) {
        String end = text.contains("\r\n") ? "\r\n" : "\n";
        Set<String> gone = new TreeSet<>();
        for (Listed one : projects())
            if (without.contains(one.path())) gone.add(one.guid().toUpperCase(Locale.ROOT));
        StringBuilder kept = new StringBuilder();
        boolean skipping = false;
        for (String line : text.split("(?<=\n)")) {
            Matcher project = PROJECT.matcher(line);
            if (project.find() && gone.contains(project.group(4).toUpperCase(Locale.ROOT))) skipping = true;
            boolean ends = skipping && line.strip().equals("EndProject");
            boolean about =
                    gone.stream().anyMatch(guid -> line.toUpperCase(Locale.ROOT).contains(guid));
            if (!skipping && !about) kept.append(line);
            if (ends) skipping = false;
        }
        return more.isEmpty() ? kept.toString() : added(kept.toString(), more, end);
    }

    private String added(String before, Collection<String> more, String end) {
        StringBuilder rows = new StringBuilder();
        Map<String, String> guids = new LinkedHashMap<>();
        for (String one : more) {
            String guid = guid(one);
            guids.put(one, guid);
            rows.append(row(one, guid, end));
        }
        int last = before.lastIndexOf("EndProject");
        int lineEnd = last < 0 ? before.indexOf("Global") : before.indexOf('\n', last) + 1;
        if (lineEnd <= 0) lineEnd = before.length();
        String changed = before.substring(0, lineEnd) + rows + before.substring(lineEnd);
        List<String> configurations = configurations(changed);
        Matcher section = OF_PROJECTS.matcher(changed);
        if (!section.find() || configurations.isEmpty()) return changed;
        StringBuilder lines = new StringBuilder(section.group(2));
        guids.values().forEach(guid -> configurations.forEach(name -> lines.append(configured(guid, name, end))));
        return changed.substring(0, section.start(2)) + lines + changed.substring(section.end(2));
    }

    private static String configured(String guid, String name, String end) {
        String own = name.substring(0, name.indexOf('|')) + "|Any CPU";
        return "\t\t" + guid + "." + name + ".ActiveCfg = " + own + end + "\t\t" + guid + "." + name + ".Build.0 = "
                + own + end;
    }

    private static List<String> configurations(String text) {
        Matcher matcher = CONFIGURATION.matcher(text);
        if (!matcher.find()) return List.of();
        return matcher.group(1)
                .lines()
                .map(String::strip)
                .filter(line -> line.indexOf('|') > 0 && line.indexOf('=') > 0)
                .map(line -> line.substring(0, line.indexOf('=')).strip())
                .toList();
    }

    private String row(String project, String guid, String end) {
        String from = Paths.from(Paths.parent(path), project).replace('/', '\\');
        return "Project(\"" + CSHARP + "\") = \"" + Paths.stem(project) + "\", \"" + from + "\", \"" + guid + "\"" + end
                + "EndProject" + end;
    }

    /** An identifier that is the same each time. */
    private static String guid(String project) {
        return "{"
                + UUID.nameUUIDFromBytes(project.getBytes(StandardCharsets.UTF_8))
                        .toString()
                        .toUpperCase(Locale.ROOT)
                + "}";
    }

    /** A new solution of some projects. */
    public static String of(String path, Collection<String> projects) {
        SolutionFile solution = new SolutionFile(path, "");
        String end = "\r\n";
        StringBuilder rows = new StringBuilder();
        StringBuilder configured = new StringBuilder();
        List<String> names = List.of("Debug|Any CPU", "Release|Any CPU");
        for (String one : projects) {
            rows.append(solution.row(one, guid(one), end));
            names.forEach(name -> configured.append(configured(guid(one), name, end)));
        }
        return end + "Microsoft Visual Studio Solution File, Format Version 12.00" + end + rows + "Global" + end
                + "\tGlobalSection(SolutionConfigurationPlatforms) = preSolution" + end
                + "\t\tDebug|Any CPU = Debug|Any CPU" + end
                + "\t\tRelease|Any CPU = Release|Any CPU" + end
                + "\tEndGlobalSection" + end
                + "\tGlobalSection(ProjectConfigurationPlatforms) = postSolution" + end
                + configured
                + "\tEndGlobalSection" + end
                + "EndGlobal" + end;
    }
}

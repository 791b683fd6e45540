package dev.pfeiler.checking;

import dev.pfeiler.check.Change;
import dev.pfeiler.check.Cure;
import dev.pfeiler.check.Discrepancy;
import dev.pfeiler.check.PartCheck;
import dev.pfeiler.conversion.IgnoreFile;
import dev.pfeiler.ecosystem.ManagedBuild;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.process.Environment;
import dev.pfeiler.survey.SurveyedPart;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.TreeFile;
import java.nio.file.Files;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;

/** What can be wrong in a tree whatever its build tools are. */
final class SharedChecks {
    /** Versions that projects keep which are never released. */
    private static final Set<String> UNSET = Set.of("", "0.0.0", "0.0.1", "0.1.0", "1.0.0");

    private final ProjectTree tree;
    private final Map<SurveyedPart, PartCheck> parts;
    private final Environment environment;
    private final IgnoreRules rules;
    private final List<Discrepancy> found = new ArrayList<>();

    SharedChecks(ProjectTree tree, Map<SurveyedPart, PartCheck> parts, Environment environment) {
        this.tree = tree;
        this.parts = parts;
        this.environment = environment;
        this.rules = IgnoreRules.of(tree);
    }

    List<Discrepancy> discrepancies() {
        parts.forEach((part, check) -> {
            outputs(part, check);
            ignored(part, check);
        });
        versions();
        found.addAll(new PageCheck(tree, this::isOutput).discrepancies());
        return found;
    }

    private boolean isOutput(String path) {
        return parts.entrySet().stream().anyMatch(entry -> entry.getValue().outputs().stream()
                .anyMatch(folder -> Paths.within(Paths.join(entry.getKey().folder(), folder), path)));
    }

    /** Whether something says that version control is used. */
    private boolean isVersioned() {
        return !rules.isEmpty() || Files.exists(tree.onDisk(".git"));
    }

    private void outputs(SurveyedPart part, PartCheck check) {
        if (!isVersioned()) return;
        for (String output : check.outputs()) {
            String folder = Paths.join(part.folder(), output);
            Optional<TreeFile> open = tree.under(folder)
                    .filter(file -> rules.ignoring(file.path()).isEmpty())
                    .findFirst();
            if (open.isEmpty()) continue;
            String top = ignoreFolder(folder);
            String file = Paths.join(top, IgnoreFile.NAME);
            String pattern = "/" + Paths.relative(top, folder) + "/";
            found.add(Discrepancy.of(
                    SharedKind.OUTPUT_NOT_IGNORED,
                    part.folder(),
                    Evidence.of(file, ""),
                    folder,
                    open.get().path() + " is written by the build, and version control does not ignore it.",
                    Cure.certain("Ignore " + pattern + ".", appending(file, pattern))));
        }
    }

    /** One more line at the end of a file, which is written where there is none. */
    private Change appending(String file, String line) {
        return tree.has(file)
                ? new Change.Edit(file, text -> appended(text, line))
                : new Change.Write(file, line + "\n");
    }

    private static String appended(String text, String line) {
        String end = text.contains("\r\n") ? "\r\n" : "\n";
        return text + (text.isEmpty() || text.endsWith("\n") ? "" : end) + line + end;
    }

    /** The innermost folder around another with an ignore file, or the top. */
    private String ignoreFolder(String folder) {
        for (String each = Paths.parent(folder); !each.isEmpty(); each = Paths.parent(each))
            if (rules.has(each)) return each;
        return "";
    }

    private void ignored(SurveyedPart part, PartCheck check) {
        Set<String> seen = new TreeSet<>();
        for (String source : check.sources()) {
            Optional<IgnoreRules.Rule> rule = rules.ignoring(Paths.join(part.folder(), source));
            if (rule.isEmpty() || !seen.add(rule.get().evidence().place())) continue;
            String text = rule.get().text();
            Evidence place = rule.get().evidence();
            List<String> needed = anchored(place.file(), text);
            found.add(Discrepancy.of(
                    SharedKind.SOURCE_IGNORED,
                    part.folder(),
                    place,
                    text,
                    "The rule " + text + " covers " + Paths.join(part.folder(), source) + ", which the build reads.",
                    Cure.certain(
                            needed.isEmpty() ? "Remove the rule." : "Ignore only " + String.join(", ", needed) + ".",
                            new Change.Edit(place.file(), content -> replaced(content, text, needed)))));
        }
    }

    /** Rules for the outputs that a rule covers, by their whole paths. */
    private List<String> anchored(String file, String rule) {
        String folder = Paths.parent(file);
        List<String> needed = new ArrayList<>();
        parts.forEach((part, check) -> check.outputs().stream()
                .map(output -> Paths.join(part.folder(), output))
                .filter(output -> Paths.within(folder, output))
                .filter(output -> rules.ignoring(output + "/x")
                        .filter(found -> found.text().equals(rule))
                        .isPresent())
                .map(output -> "/" + Paths.relative(folder, output) + "/")
                .forEach(needed::add));
        return needed;
    }

    private static String replaced(String content, String rule, List<String> needed) {
        String end = content.contains("\r\n") ? "\r\n" : "\n";
        List<String> lines = new ArrayList<>();
        for (String line : content.split("\r?\n", -1)) {
            if (line.strip().equals(rule)) lines.addAll(needed);
            else lines.add(line);
        }
        return String.join(end, lines);
    }

    private void versions() {
        Map<SurveyedPart, ManagedBuild> builds = new LinkedHashMap<>();
        parts.keySet().forEach(part -> part.target()
                .flatMap(target -> target.read(part.view(), environment))
                .ifPresent(build -> builds.put(part, build)));
        builds.forEach((part, build) -> builds.forEach((outer, around) -> {
            boolean inside = !part.folder().equals(outer.folder()) && Paths.within(outer.folder(), part.folder());
            String version = plain(build);
            String other = plain(around);
            if (!inside || version.equals(other) || UNSET.contains(version) || UNSET.contains(other)) return;
            found.add(Discrepancy.of(
                    SharedKind.PART_VERSION,
                    part.folder(),
                    Evidence.of(Paths.join(part.folder(), build.descriptor()), version),
                    part.folder(),
                    "The part " + part.folder() + " has version " + version + ", the project around it " + other + ".",
                    Cure.choice("Give both one version, or accept that they differ.")));
        }));
    }

    private static String plain(ManagedBuild build) {
        String version = build.identity().version();
        return version == null ? "" : version.replace("-SNAPSHOT", "");
    }
}

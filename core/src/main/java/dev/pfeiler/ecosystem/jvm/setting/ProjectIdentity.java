package dev.pfeiler.ecosystem.jvm.setting;

import dev.pfeiler.ecosystem.jvm.language.SourceFile;
import dev.pfeiler.ecosystem.jvm.wiring.PropertiesFile;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.Deliberation;
import dev.pfeiler.proposal.Question;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.Transliteration;
import dev.pfeiler.tree.TreeFile;
import java.io.IOException;
import java.util.Arrays;
import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/** Decides a project's own coordinates: from its packages, its name and what the tree says of a version. */
public final class ProjectIdentity {
    private static final Pattern NO_NAME_PARTS = Pattern.compile("[^A-Za-z0-9_.-]+");
    private static final Pattern NO_NAME_ENDS = Pattern.compile("^[-.]+|[-.]+$");
    private static final Pattern NO_GROUP_PARTS = Pattern.compile("[^A-Za-z0-9_.]");
    private static final Pattern NO_LETTERS = Pattern.compile("[^a-z0-9]");

    public static final String GROUP = "group";
    public static final String NAME = "name";
    public static final String VERSION = "version";
    private static final String IMPLEMENTATION_VERSION = "Implementation-Version";
    private static final String UNVERSIONED = "1.0.0-SNAPSHOT";
    private static final Pattern PLAIN = Pattern.compile("[A-Za-z0-9_][A-Za-z0-9_.-]*");
    private static final Pattern A_VERSION = Pattern.compile("v?(\\d++(\\.\\d++)*+([._-][\\w.-]+)?)");
    private static final Set<String> VERSION_KEYS =
            Set.of("version", "app.version", "application.version", "project.version");

    private final ProjectTree tree;
    private final List<Wiring> wirings;
    private final Deliberation deliberation;

    public ProjectIdentity(ProjectTree tree, List<Wiring> wirings, Deliberation deliberation) {
        this.tree = tree;
        this.wirings = wirings;
        this.deliberation = deliberation;
    }

    /** The name: what the wiring calls the project, else what its folder is called. */
    public String name() {
        // the names of several projects are those of the modules
        boolean several = wirings.stream().map(Wiring::folder).distinct().count() > 1;
        List<Wiring> builds = wirings.stream()
                .filter(wiring -> wiring.kind() == Wiring.Kind.BUILD_FILE)
                .toList();
        Optional<Wiring.Setting> stated = wirings.stream()
                .filter(wiring ->
                        !several || wiring.folder().isEmpty() || builds.contains(wiring) && wiring.isAround(builds))
                .flatMap(wiring -> wiring.name().stream())
                .findFirst();
        Decision proposed = stated.map(setting -> Decision.of(
                        NAME,
                        "Name",
                        artifact(setting.value()),
                        Transliteration.loses(setting.value()) ? Certainty.GUESS : Certainty.CERTAIN,
                        reason("stated in the wiring", setting.value()),
                        List.of(setting.evidence())))
                .orElseGet(() -> Decision.of(
                        NAME,
                        "Name",
                        artifact(tree.name()),
                        Transliteration.loses(tree.name()) ? Certainty.GUESS : Certainty.LIKELY,
                        reason("name of the folder", tree.name()),
                        List.of()));
        return deliberation.settle(proposed, ProjectIdentity::plain);
    }

    private static String reason(String source, String text) {
        return Transliteration.loses(text) ? source + ", without letters that no artifact's name may have" : source;
    }

    private static String artifact(String text) {
        String plain = NO_NAME_ENDS
                .matcher(NO_NAME_PARTS
                        .matcher(Transliteration.ascii(text).strip())
                        .replaceAll("-"))
                .replaceAll("");
        return plain.isEmpty() ? "project" : plain;
    }

    private static Optional<String> plain(String text) {
        return PLAIN.matcher(text.strip()).matches() ? Optional.of(text.strip()) : Optional.empty();
    }

    /** The group: what the packages of the program share, less the project's own name. */
    public String group(Collection<SourceFile> main, String name) {
        String prefix = commonPackage(main);
        String last = prefix.substring(prefix.lastIndexOf('.') + 1);
        String domain = prefix.substring(0, Math.max(0, prefix.lastIndexOf('.')));
        // a top-level domain alone is no group
        if (domain.contains(".") && squeeze(last).equals(squeeze(name))) prefix = domain;
        String group = NO_GROUP_PARTS.matcher(Transliteration.ascii(prefix)).replaceAll("");
        List<Evidence> evidence = main.stream()
                .filter(source -> source.packageLine() > 0)
                .min(Comparator.comparing(SourceFile::path))
                .map(s -> List.of(new Evidence(s.path(), s.packageLine(), s.packageText())))
                .orElse(List.of());
        // a group is a reversed domain name; one word is a package that somebody happened to choose
        if (!group.contains(".") || !PLAIN.matcher(group).matches()) {
            String fallback =
                    PLAIN.matcher(group).matches() ? group : artifact(name).toLowerCase(Locale.ROOT);
            Question question = new Question(GROUP, "What is the project's group?", Optional.of(fallback), List.of());
            return deliberation.ask(question, "Group", evidence, ProjectIdentity::plain);
        }
        return deliberation.settle(
                Decision.of(GROUP, "Group", group, Certainty.LIKELY, "common prefix of the packages", evidence),
                ProjectIdentity::plain);
    }

    private static String squeeze(String text) {
        return NO_LETTERS.matcher(text.toLowerCase(Locale.ROOT)).replaceAll("");
    }

    private static String commonPackage(Collection<SourceFile> sources) {
        List<String> common = null;
        for (SourceFile source : sources) {
            if (source.packageName().isEmpty()) continue;
            List<String> parts = Arrays.asList(source.packageName().split("\\."));
            if (common == null) common = parts;
            int same = 0;
            while (same < Math.min(common.size(), parts.size())
                    && common.get(same).equals(parts.get(same))) same++;
            common = common.subList(0, same);
        }
        return common == null ? "" : String.join(".", common);
    }

    /** The version: what a manifest, a version file or a properties file states. */
    public String version() {
        Optional<Wiring.Setting> stated = wirings.stream()
                .flatMap(w -> w.version().stream())
                .findFirst()
                .or(this::archiveVersion)
                .or(this::statedVersion);
        if (stated.isEmpty()) {
            Question question =
                    new Question(VERSION, "What is the project's version?", Optional.of(UNVERSIONED), List.of());
            return deliberation.ask(question, "Version", List.of(), ProjectIdentity::plain);
        }
        return deliberation.settle(
                Decision.of(
                        VERSION,
                        "Version",
                        stated.get().value(),
                        Certainty.LIKELY,
                        "specified in the project",
                        List.of(stated.get().evidence())),
                ProjectIdentity::plain);
    }

    /** The version that a manifest or the name of an archive of the old build states. */
    private Optional<Wiring.Setting> archiveVersion() {
        List<Wiring.Archive> archives =
                wirings.stream().flatMap(w -> w.archives().stream()).toList();
        return archives.stream()
                .flatMap(archive -> Optional.ofNullable(archive.manifest().get(IMPLEMENTATION_VERSION)).stream())
                .filter(setting -> A_VERSION.matcher(setting.value()).matches())
                .findFirst()
                .or(() -> Stream.concat(archives.stream(), wirings.stream().flatMap(w -> w.distributions().stream()))
                        .flatMap(archive -> archive.version().stream())
                        .findFirst());
    }

    private Optional<Wiring.Setting> statedVersion() {
        return tree.files().stream()
                .filter(file -> !file.link() && file.size() < 100_000)
                .sorted(Comparator.comparingInt((TreeFile f) -> rank(f.name()))
                        .thenComparingInt(f -> Paths.depth(f.path()))
                        .thenComparing(TreeFile::path))
                .filter(file -> rank(file.name()) < 9)
                .flatMap(file -> versionIn(file).stream())
                .findFirst();
    }

    private static int rank(String name) {
        return switch (name.toLowerCase(Locale.ROOT)) {
            case "version", "version.txt" -> 1;
            case "version.properties" -> 2;
            case "manifest.mf" -> 3;
            case "build.properties", "app.properties", "application.properties", "project.properties" -> 4;
            default -> 9;
        };
    }

    private Optional<Wiring.Setting> versionIn(TreeFile file) {
        if (rank(file.name()) == 3) return value(file, Set.of(IMPLEMENTATION_VERSION));
        if (file.extension().equals("properties")) return value(file, VERSION_KEYS);
        try {
            String first = tree.text(file.path()).content().strip();
            var matcher = A_VERSION.matcher(first);
            if (!matcher.matches()) return Optional.empty();
            return Optional.of(new Wiring.Setting(matcher.group(1), new Evidence(file.path(), 1, first)));
        } catch (IOException e) {
            return Optional.empty();
        }
    }

    private Optional<Wiring.Setting> value(TreeFile file, Set<String> keys) {
        return keys.stream()
                .sorted()
                .flatMap(key -> PropertiesFile.find(tree, file.path(), key).stream())
                .filter(setting -> A_VERSION.matcher(setting.value()).matches())
                .findFirst();
    }
}

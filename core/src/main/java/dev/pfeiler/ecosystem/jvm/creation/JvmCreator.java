package dev.pfeiler.ecosystem.jvm.creation;

import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.artifact.repository.Repositories;
import dev.pfeiler.ecosystem.Creator;
import dev.pfeiler.ecosystem.PackageNotation;
import dev.pfeiler.ecosystem.PreferredTarget;
import dev.pfeiler.ecosystem.jvm.language.JvmLanguage;
import dev.pfeiler.ecosystem.jvm.target.JvmTarget;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.fresh.Kind;
import dev.pfeiler.process.Environment;
import dev.pfeiler.proposal.Deliberation;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.Text;
import dev.pfeiler.tree.TreeFile;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Pattern;

/** Fresh projects in Java, Kotlin, Groovy and Scala. */
public final class JvmCreator implements Creator {
    private static final int FIRST_LEVEL = 8;
    /** The newest release when the pinned versions were tried. */
    private static final int LAST_LEVEL = 26;

    private static final Pattern NUMBER = Pattern.compile("\\d{1,2}");
    private static final Pattern RELEASE = Pattern.compile("[\\d.]+(\\.Final|\\.RELEASE)?");

    private final List<JvmTarget> targets;

    public JvmCreator(List<JvmTarget> targets) {
        this.targets = List.copyOf(targets);
    }

    @Override
    public List<Language> languages() {
        return JvmLanguage.all().stream()
                .map(language -> new Language(language.id(), language.title()))
                .toList();
    }

    @Override
    public PreferredTarget preferred(Environment environment) {
        for (JvmTarget target : targets) {
            Optional<Path> program = target.program(environment);
            if (program.isPresent())
                return new PreferredTarget(
                        target.id(),
                        target == targets.get(0) ? "it is installed" : "it is installed, and Maven is not",
                        List.of(Evidence.of(program.get().toString(), "")));
        }
        return new PreferredTarget(targets.get(0).id(), "the usual build tool for Java; none is installed", List.of());
    }

    @Override
    public char separator() {
        return ':';
    }

    @Override
    public Session session(String target, Deliberation deliberation, Environment environment) {
        JvmTarget usual = targets.stream()
                .filter(one -> one.id().equals(target))
                .findFirst()
                .orElseThrow();
        return new JvmSession(
                targets, usual, usual.settled(deliberation, ProjectTree.empty(), environment), environment);
    }

    @Override
    public PackageNotation notation(String text) {
        return Coordinates.parse(text)
                .map(coordinates -> new PackageNotation(coordinates.key(), coordinates.version()))
                .orElse(new PackageNotation(text, ""));
    }

    @Override
    public boolean isLevel(String language, String text) {
        return NUMBER.matcher(text).matches()
                && Integer.parseInt(text) >= FIRST_LEVEL
                && Integer.parseInt(text) <= LAST_LEVEL;
    }

    @Override
    public String levels() {
        return FIRST_LEVEL + " to " + LAST_LEVEL;
    }

    @Override
    public Optional<String> newer(String notation, Environment environment) {
        Optional<Coordinates> now = Coordinates.parse(notation);
        if (now.isEmpty()) return Optional.empty();
        Coordinates coordinates = now.get();
        String major = Text.before(coordinates.version(), ".");
        return Repositories.of(environment).versions(coordinates.group(), coordinates.artifact()).all().stream()
                .filter(version -> Text.before(version, ".").equals(major))
                .filter(version -> RELEASE.matcher(version).matches())
                .reduce((older, newer) -> newer)
                .filter(version -> !version.equals(coordinates.version()))
                .map(version -> coordinates.withVersion(version).toString());
    }

    @Override
    public boolean isSource(String language, String path) {
        return JvmLanguage.of(path).filter(one -> one.id().equals(language)).isPresent()
                && !path.startsWith("src/test/");
    }

    @Override
    public Kind kind(ProjectTree tree) {
        boolean web =
                tree.folders().stream().anyMatch(folder -> folder.endsWith("WEB-INF") || folder.endsWith("webapp"));
        return web ? Kind.WEB : Kind.PROGRAM;
    }

    @Override
    public Map<String, Object> values(ProjectTree tree, String language) {
        String root = "src/main/" + language;
        String folder = tree.under(root)
                .map(TreeFile::path)
                .filter(path -> isSource(language, path))
                .map(Paths::parent)
                .min(Comparator.comparing(String::length).thenComparing(Comparator.naturalOrder()))
                .orElseThrow(() -> Refusal.notPossible(
                        "There is no source in " + root + ".", "Declare the library by its name instead."));
        return Map.of("main", folder, "package", Paths.relative(root, folder).replace('/', '.'));
    }
}

package dev.pfeiler.ecosystem.jvm.proof;

import dev.pfeiler.artifact.archive.ArchiveEntries;
import dev.pfeiler.ecosystem.jvm.dependency.JarOutcome;
import dev.pfeiler.ecosystem.jvm.model.BuildModule;
import dev.pfeiler.ecosystem.jvm.model.Manifest;
import dev.pfeiler.ecosystem.jvm.project.SourceModule;
import dev.pfeiler.ecosystem.jvm.wiring.BuildTime;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.proof.Comparison;
import dev.pfeiler.proof.Difference;
import dev.pfeiler.proof.Difference.Kind;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.Text;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Stream;

/** Compares the archive that the old build makes of a module with the new one as a whole: its name and its manifest. */
final class ProductComparison {
    /** Its row says nothing of what is in archives. */
    static final String SUBJECT = "archive";

    /** Attributes by which build tools describe themselves. */
    private static final Set<String> TOOLS = Set.of(
            "Manifest-Version",
            "Created-By",
            "Built-By",
            "Ant-Version",
            "Archiver-Version",
            "Build-Jdk",
            "Build-Jdk-Spec",
            "Originally-Created-By");

    private final ProofContext context;
    private final SourceModule module;
    private final Path product;

    ProductComparison(ProofContext context, SourceModule module, Path product) {
        this.context = context;
        this.module = module;
        this.product = product;
    }

    /** The row; none if nothing shows that the old build makes an archive. */
    Optional<Comparison> compare() throws IOException {
        if (module.archive().isEmpty()) return Optional.empty();
        String before = oldName(module.archive().get());
        // the old one contained the libraries, too, where there is such an archive
        Path handedOn = context.whole(module).orElse(product);
        String after = handedOn.getFileName().toString();
        List<Difference> differences = new ArrayList<>();
        if (!before.equals(after)) differences.add(new Difference("name", Kind.CHANGED, whyNamed(after)));
        Wiring.Archive made = module.archive().get();
        Map<String, String> among = new TreeMap<>();
        context.project().manifest(context.reading(), module).ifPresent(file -> file.attributes()
                .forEach((name, setting) -> among.put(name, setting.value())));
        attributes(made, old(made, among), ArchiveEntries.manifest(handedOn), differences);
        return Optional.of(new Comparison(SUBJECT, before, after, differences));
    }

    /** The row of the manifest of a further jar; none if the old one states nothing. */
    Optional<Comparison> manifest(Wiring.Archive made) throws IOException {
        Map<String, String> before = old(made, Map.of());
        before.keySet().removeAll(TOOLS);
        if (before.isEmpty()) return Optional.empty();
        Map<String, String> after = ArchiveEntries.manifest(product);
        List<Difference> differences = new ArrayList<>();
        attributes(made, before, after, differences);
        after.keySet().removeAll(TOOLS);
        return Optional.of(new Comparison("manifest", stated(before), stated(after), differences));
    }

    private static String stated(Map<String, String> attributes) {
        return attributes.size() == 1 ? "1 attribute" : attributes.size() + " attributes";
    }

    /** The name of the old archive; what an IDE serves has the path of its pages for a name. */
    private String oldName(Wiring.Archive made) {
        Optional<String> served = context.reading().wirings().stream()
                .filter(wiring -> wiring.kind() == Wiring.Kind.IDE_FILES
                        && wiring.archives().contains(made))
                .flatMap(wiring -> wiring.contextPath().stream())
                .map(Wiring.Setting::value)
                .filter(path -> !path.isEmpty())
                .findFirst();
        return served.map(path -> path + "." + Paths.extension(made.path())).orElse(Paths.name(made.path()));
    }

    /**
     * Why an archive has another name than the old one. Who starts or deploys it does so by its name, so that only a choice
     * or an edit of the user is a cause.
     */
    private String whyNamed(String after) {
        BuildModule build = context.build(module);
        String version = context.decisions().build().coordinates().version();
        boolean edited = context.request().places().edited().stream()
                .anyMatch(path -> context.target().isDescriptor(Paths.name(path)));
        if (edited && !after.equals(build.archive(version))) return "the descriptor was edited";
        return Stream.of(
                        module.name().key("archive"),
                        "version",
                        "name",
                        module.name().key("packaging"),
                        module.name().key("self-contained"))
                .map(context::chosen)
                .filter(cause -> !cause.isEmpty())
                .findFirst()
                .orElse("");
    }

    /**
     * The attributes of an old manifest: of the archive that the old build made, else as far as the wiring states them.
     *
     * @param among those of a manifest among the sources, from which it is made
     */
    private Map<String, String> old(Wiring.Archive made, Map<String, String> among) throws IOException {
        Path built = context.request().old().root().resolve(made.path());
        if (context.request().runOldBuild() && Files.isRegularFile(built))
            return new TreeMap<>(ArchiveEntries.manifest(built));
        Map<String, String> attributes = new TreeMap<>(among);
        made.manifest().forEach((name, setting) -> attributes.put(name, setting.value()));
        return attributes;
    }

    private void attributes(
            Wiring.Archive made, Map<String, String> before, Map<String, String> after, List<Difference> differences) {
        before.forEach((name, value) -> {
            // what depends on the machine or the time is not known
            if (TOOLS.contains(name) || value.isBlank() || BuildTime.isUnknown(value)) return;
            String now = after.get(name);
            if (name.equals(Manifest.CLASS_PATH)) classPath(value, now == null ? "" : now, differences);
            else if (now == null) differences.add(new Difference(name, Kind.GONE, ""));
            else if (!now.strip().equals(value.strip()) && !BuildTime.agrees(wired(made, name, value), now))
                differences.add(new Difference(name, Kind.CHANGED, value + ", now " + now, context.chosen("version")));
        });
        after.keySet().stream()
                .filter(name -> !TOOLS.contains(name) && !before.containsKey(name))
                .forEach(name -> differences.add(new Difference(name, Kind.ADDED, whyAdded(name))));
    }

    /** An attribute as the wiring states it, where that contains the time of the build. */
    private static String wired(Wiring.Archive made, String name, String value) {
        return Optional.ofNullable(made.manifest().get(name))
                .map(Wiring.Setting::value)
                .filter(BuildTime::isIn)
                .orElse(value);
    }

    private String whyAdded(String attribute) {
        return switch (attribute) {
            case Manifest.ADD_OPENS -> context.chosen("opens");
            case "Multi-Release" -> "archive tools add it for classes in META-INF/versions";
            default -> "";
        };
    }

    /** Libraries are named after their artifacts now; beside those that the old manifest named, it names all that are needed. */
    private void classPath(String before, String after, List<Difference> differences) {
        Map<String, JarOutcome> outcomes = context.outcomes(module);
        Set<String> now = new LinkedHashSet<>();
        for (String entry : Text.words(after)) {
            now.add(entry);
            now.add(Paths.name(entry));
        }
        for (String entry : Text.words(before)) {
            if (now.contains(entry)) continue;
            String name = Paths.name(entry);
            JarOutcome outcome = outcomes.get(name);
            Optional<String> artifact = outcome == null
                    ? ofModule(name)
                    : outcome.coordinates().map(coordinates -> coordinates.fileName("jar"));
            if (artifact.filter(now::contains).isPresent() || now.contains(name)) continue;
            boolean runs = outcome != null
                    && outcome.scope().filter(scope -> scope.ships()).isPresent();
            String cause = outcome == null || runs ? "" : outcome.why();
            differences.add(new Difference(entry + " in " + Manifest.CLASS_PATH, Kind.GONE, cause));
        }
        if (!before.strip().equals(after.strip()))
            differences.add(
                    new Difference(Manifest.CLASS_PATH, Kind.CHANGED, "libraries are named after their artifacts"));
    }

    /** The name that the archive of another module has now. */
    private Optional<String> ofModule(String name) {
        String version = context.decisions().build().coordinates().version();
        return context.project().modules().stream()
                .filter(other -> other.archive()
                        .filter(made -> Paths.name(made.path()).equals(name))
                        .isPresent())
                .map(context::build)
                .map(build -> build.product().name().orElse(build.artifact() + "-" + version) + ".jar")
                .findFirst();
    }
}

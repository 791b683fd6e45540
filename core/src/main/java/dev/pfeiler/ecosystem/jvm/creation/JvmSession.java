package dev.pfeiler.ecosystem.jvm.creation;

import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.artifact.repository.Repositories;
import dev.pfeiler.ecosystem.Creator;
import dev.pfeiler.ecosystem.jvm.language.JvmLanguage;
import dev.pfeiler.ecosystem.jvm.library.LanguageLibraries;
import dev.pfeiler.ecosystem.jvm.model.BuildModule;
import dev.pfeiler.ecosystem.jvm.model.ClassPath;
import dev.pfeiler.ecosystem.jvm.model.CompiledLanguage;
import dev.pfeiler.ecosystem.jvm.model.CompilerSettings;
import dev.pfeiler.ecosystem.jvm.model.Dependency;
import dev.pfeiler.ecosystem.jvm.model.JvmBuild;
import dev.pfeiler.ecosystem.jvm.model.Launch;
import dev.pfeiler.ecosystem.jvm.model.Manifest;
import dev.pfeiler.ecosystem.jvm.model.ModuleName;
import dev.pfeiler.ecosystem.jvm.model.PackedFiles;
import dev.pfeiler.ecosystem.jvm.model.Platform;
import dev.pfeiler.ecosystem.jvm.model.Product;
import dev.pfeiler.ecosystem.jvm.model.Resources;
import dev.pfeiler.ecosystem.jvm.model.Scope;
import dev.pfeiler.ecosystem.jvm.model.ServletFamily;
import dev.pfeiler.ecosystem.jvm.model.SourceSet;
import dev.pfeiler.ecosystem.jvm.model.SourceSets;
import dev.pfeiler.ecosystem.jvm.model.TestRunner;
import dev.pfeiler.ecosystem.jvm.model.TestSetup;
import dev.pfeiler.ecosystem.jvm.reading.Toolchain;
import dev.pfeiler.ecosystem.jvm.target.JvmTarget;
import dev.pfeiler.fresh.Blueprint;
import dev.pfeiler.fresh.Kind;
import dev.pfeiler.fresh.Need;
import dev.pfeiler.fresh.Need.Serving;
import dev.pfeiler.process.Environment;
import dev.pfeiler.proposal.Choices;
import dev.pfeiler.proposal.Deliberation;
import dev.pfeiler.tree.ProjectTree;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import javax.lang.model.SourceVersion;

/** Fresh JVM projects for one build tool. */
final class JvmSession implements Creator.Session {
    private static final Pattern NO_SEGMENT = Pattern.compile("[^a-z0-9]+");

    /** Releases with long-term support. Source: the roadmap of the JDK. */
    private static final List<Integer> LONG_TERM = List.of(8, 11, 17, 21, 25);

    /** Words that are reserved in Kotlin, Groovy or Scala and not in Java. */
    private static final Set<String> OTHER_KEYWORDS = Set.of(
            "as",
            "def",
            "fun",
            "given",
            "in",
            "is",
            "match",
            "object",
            "trait",
            "type",
            "typealias",
            "typeof",
            "val",
            "when",
            "with");

    /** The last release whose plug-in runs on outdated tools. */
    private static final String EARLY_KOTLIN = "1.3.50";

    private static final String JUPITER = "org.junit.jupiter:";
    private static final String JUNIT_4 = "junit:junit:4.13.2";

    private final List<JvmTarget> targets;
    private final JvmTarget usual;
    private final JvmTarget tool;
    private final Environment environment;

    /**
     * @param targets all there are
     * @param usual the one that is used, before anything was decided about it
     * @param tool the same, as it was decided
     */
    JvmSession(List<JvmTarget> targets, JvmTarget usual, JvmTarget tool, Environment environment) {
        this.targets = targets;
        this.usual = usual;
        this.tool = tool;
        this.environment = environment;
    }

    @Override
    public Creator.Level level(String language) {
        int jdk = Toolchain.of(environment).feature();
        if (tool.newestLevel() < jdk)
            return new Creator.Level(
                    String.valueOf(tool.newestLevel()),
                    "the newest that this release of " + tool.title() + " compiles for");
        int level = LONG_TERM.stream()
                .filter(one -> one <= jdk)
                .reduce((one, next) -> next)
                .orElse(8);
        return new Creator.Level(
                String.valueOf(level),
                level == jdk
                        ? "the release of the JDK here"
                        : "the newest long-term release that JDK " + jdk + " here compiles for");
    }

    @Override
    public Map<String, Object> values(Blueprint blueprint) {
        String name = packageName(blueprint);
        String path = name.replace('.', '/');
        Map<String, Object> values = new LinkedHashMap<>();
        values.put("package", name);
        values.put("mainClass", mainClass(blueprint));
        values.put("main", "src/main/" + blueprint.language() + "/" + path);
        values.put("test", "src/test/" + blueprint.language() + "/" + path);
        values.put("junit", tool.runsJUnitPlatform() ? 5 : 4);
        values.put("servlet", blueprint.release() < 11 ? "javax.servlet" : "jakarta.servlet");
        return values;
    }

    private static String packageName(Blueprint blueprint) {
        String own = segment(blueprint.name());
        List<String> group = Arrays.stream(blueprint.group().split("\\."))
                .map(JvmSession::segment)
                .toList();
        String name = String.join(".", group);
        return group.get(group.size() - 1).equals(own) ? name : name + "." + own;
    }

    /** A text as a part of a package's name. Source: the Java Language Specification, 6.1, on names that are none. */
    private static String segment(String text) {
        String plain = NO_SEGMENT.matcher(text.toLowerCase(Locale.ROOT)).replaceAll("");
        if (plain.isEmpty() || Character.isDigit(plain.charAt(0))) return "_" + plain;
        return SourceVersion.isKeyword(plain) || OTHER_KEYWORDS.contains(plain) ? plain + "_" : plain;
    }

    @Override
    public Creator.Build build(Blueprint blueprint) {
        JvmBuild build = jvmBuild(blueprint);
        return new Creator.Build(tool.descriptor(), tool.write(build), tool.commands(build), tool.ignored(build));
    }

    @Override
    public boolean isOutdated() {
        return tool.isOutdated();
    }

    @Override
    public List<String> lacking(Blueprint blueprint) {
        List<String> lacking = new ArrayList<>();
        Toolchain toolchain = Toolchain.of(environment);
        if (!toolchain.compiler())
            lacking.add("There is a Java runtime here (" + toolchain.java()
                    + "), but no JDK, which has the compiler: install a JDK, or set JAVA_HOME.");
        else if (blueprint.release() > toolchain.feature())
            lacking.add("Level " + blueprint.level() + " is newer than JDK " + toolchain.feature()
                    + " here, which cannot compile for it: install JDK " + blueprint.level() + ", or choose --level "
                    + toolchain.feature() + ".");
        // as it is installed, whatever release was chosen
        JvmTarget target = usual.settled(new Deliberation(Choices.NONE), ProjectTree.empty(), environment);
        if (target.program(environment).isEmpty()) {
            String others = targets.stream()
                    .filter(one -> one.program(environment).isPresent())
                    .map(one -> ", or choose --to " + one.id())
                    .collect(Collectors.joining());
            lacking.add(target.title() + " is not on the PATH: install it" + others + ".");
        }
        if (target.isOutdated())
            lacking.add("The " + target.title()
                    + " here is outdated: it knows no bills of materials, runs tests on JUnit 4 at most, and supports no "
                    + "level after 8. Install a current one for later levels.");
        if (environment.offline()) unfetched(blueprint, lacking);
        return lacking;
    }

    /** Artifacts that would have to be fetched, where nothing may be. */
    private void unfetched(Blueprint blueprint, List<String> lacking) {
        Repositories repositories = Repositories.of(environment);
        List<String> absent = blueprint.serving().stream()
                .flatMap(serving -> artifacts(serving, blueprint).stream()
                        .map(artifact -> coordinates(artifact, bom(serving, blueprint))))
                .filter(coordinates -> repositories.jar(coordinates).isEmpty())
                .map(Coordinates::toString)
                .toList();
        if (!absent.isEmpty())
            lacking.add("Not in the local repository, and --offline forbids fetching them: " + String.join(", ", absent)
                    + ".");
    }

    private JvmBuild jvmBuild(Blueprint blueprint) {
        List<Dependency> declared = new ArrayList<>();
        List<Dependency> processors = new ArrayList<>();
        Map<Coordinates, Set<String>> managed = new LinkedHashMap<>();
        List<CompiledLanguage> languages = new ArrayList<>();
        JvmLanguage language = JvmLanguage.ofId(blueprint.language()).orElseThrow();
        if (language != JvmLanguage.JAVA) {
            Coordinates library = LanguageLibraries.usual(language);
            if (language == JvmLanguage.KOTLIN && tool.isOutdated()) library = library.withVersion(EARLY_KOTLIN);
            declared.add(Dependency.of(library, Scope.COMPILE, ""));
            languages.add(new CompiledLanguage(
                    language,
                    library.version(),
                    Optional.empty(),
                    List.of(),
                    new TreeMap<>(),
                    false,
                    List.of("src/main/" + language.id()),
                    List.of("src/test/" + language.id())));
        }
        for (Serving serving : blueprint.serving()) {
            Optional<Coordinates> bom = bom(serving, blueprint);
            for (Need.Artifact artifact : artifacts(serving, blueprint)) {
                Coordinates coordinates = coordinates(artifact, bom);
                if (artifact.scope().equals("processor")) {
                    declared.add(Dependency.of(coordinates, Scope.PROVIDED, ""));
                    processors.add(Dependency.of(coordinates, Scope.PROVIDED, ""));
                    continue;
                }
                declared.add(
                        Dependency.of(coordinates, Scope.parse(artifact.scope()).orElseThrow(), ""));
                bom.filter(one -> artifact.managed() || artifact.notation().split(":").length == 2)
                        .ifPresent(one -> managed.computeIfAbsent(one, none -> new LinkedHashSet<>())
                                .add(coordinates.key()));
            }
        }
        // an outdated tool knows no bills of materials
        List<Platform> platforms = tool.isOutdated()
                ? List.of()
                : managed.entrySet().stream()
                        .map(one -> new Platform(one.getKey(), one.getValue()))
                        .toList();
        if (blueprint.kind() == Kind.WEB) declared.add(Dependency.of(servlets(blueprint), Scope.PROVIDED, ""));
        boolean java = language == JvmLanguage.JAVA;
        BuildModule.Builder module = BuildModule.builder(ModuleName.ONLY, blueprint.name(), "")
                .product(
                        blueprint.kind() == Kind.WEB
                                ? new Product.WebArchive(blueprint.name(), true)
                                : new Product.Library(Optional.empty(), withLibraries(blueprint, declared)))
                .sources(new SourceSets(
                        sources(java, "main"),
                        sources(java, "test"),
                        blueprint.kind() == Kind.WEB
                                ? Optional.of(new PackedFiles("src/main/webapp", List.of(), List.of()))
                                : Optional.empty(),
                        false))
                .classPath(new ClassPath(List.of(), sorted(declared), List.of(), processors))
                .tests(TestSetup.USUAL.runBy(
                        Set.of(tool.runsJUnitPlatform() ? TestRunner.JUNIT_PLATFORM : TestRunner.JUNIT_4)))
                .languages(languages);
        launch(blueprint).ifPresent(launch -> {
            module.launch(Optional.of(launch));
            launch.mainClass()
                    .ifPresent(
                            main -> module.manifest(new Manifest(Map.of(Manifest.MAIN_CLASS, main), Optional.empty())));
        });
        return new JvmBuild(
                new Coordinates(blueprint.group(), blueprint.name(), blueprint.version()),
                new CompilerSettings(blueprint.release(), blueprint.release() > 8, "UTF-8", List.of()),
                Map.of(),
                List.of(),
                platforms,
                List.of(module.build()),
                true);
    }

    /** The name of the archive that can be handed on, where a program does not run without its libraries. */
    private static Optional<String> withLibraries(Blueprint blueprint, List<Dependency> declared) {
        boolean starts = blueprint.kind() != Kind.LIBRARY;
        boolean needs = declared.stream()
                .map(Dependency::scope)
                .anyMatch(scope -> scope == Scope.COMPILE || scope == Scope.RUNTIME);
        if (!starts || !needs) return Optional.empty();
        return Optional.of(blueprint.name() + "-" + blueprint.version() + "-" + Launch.Framework.CLASSIFIER);
    }

    /** What something declares; tests run on JUnit 4 where the tool knows no later one. */
    private List<Need.Artifact> artifacts(Serving serving, Blueprint blueprint) {
        List<Need.Artifact> artifacts = new ArrayList<>(serving.artifacts(blueprint.release()));
        if (tool.runsJUnitPlatform()) return artifacts;
        if (artifacts.removeIf(artifact -> artifact.notation().startsWith(JUPITER))
                || serving.need().equals(Need.TESTING))
            artifacts.add(new Need.Artifact(JUNIT_4, "test", 0, Integer.MAX_VALUE, false));
        return artifacts;
    }

    /** In the order in which a conversion declares them. */
    private static List<Dependency> sorted(List<Dependency> declared) {
        return declared.stream()
                .distinct()
                .sorted(Comparator.comparing(Dependency::scope)
                        .thenComparing(dependency -> dependency.coordinates().key()))
                .toList();
    }

    private static SourceSet sources(boolean java, String set) {
        return new SourceSet(
                java ? List.of("src/" + set + "/java") : List.of(),
                List.of(),
                List.of(),
                List.of(Resources.of("src/" + set + "/resources")));
    }

    private static Optional<Coordinates> bom(Serving serving, Blueprint blueprint) {
        return serving.bom(blueprint.release()).flatMap(one -> Coordinates.parse(one.notation()));
    }

    /** The framework whose own starter is used: the one whose versions the project takes. */
    private static Optional<Launch.Framework> framework(Blueprint blueprint) {
        return blueprint.serving().stream()
                .flatMap(serving -> bom(serving, blueprint).stream())
                .filter(bom -> bom.group().equals(Launch.Framework.GROUP))
                .map(bom -> new Launch.Framework(bom.version()))
                .findFirst();
    }

    private static Coordinates coordinates(Need.Artifact artifact, Optional<Coordinates> bom) {
        return Coordinates.parse(artifact.notation())
                .or(() -> bom.flatMap(one -> Coordinates.parse(artifact.notation() + ":" + one.version())))
                .orElseThrow(() -> new IllegalArgumentException("no version of " + artifact.notation()));
    }

    private static Coordinates servlets(Blueprint blueprint) {
        String version = blueprint.release() < 11 ? "4.0.1" : blueprint.release() < 17 ? "5.0.0" : "6.0.0";
        String family = blueprint.release() < 11 ? "javax" : "jakarta";
        return new Coordinates(family + ".servlet", family + ".servlet-api", version);
    }

    private Optional<Launch> launch(Blueprint blueprint) {
        return switch (blueprint.kind()) {
            case PROGRAM, SERVER, DESKTOP ->
                Optional.of(new Launch.MainClass(mainClass(blueprint), framework(blueprint)));
            case WEB -> {
                ServletFamily family = blueprint.release() < 11
                        ? ServletFamily.JAVAX
                        : blueprint.release() < 17 ? ServletFamily.JAKARTA_5 : ServletFamily.JAKARTA;
                yield Optional.of(new Launch.Serve(
                        family,
                        blueprint.name(),
                        Math.max(blueprint.release(), Toolchain.of(environment).feature())));
            }
            case LIBRARY, FRONTEND -> Optional.empty();
        };
    }

    /** Functions at the top of a file in Kotlin are in a class named after the file. */
    private static String mainClass(Blueprint blueprint) {
        return packageName(blueprint) + (blueprint.language().equals("kotlin") ? ".MainKt" : ".Main");
    }
}

package dev.pfeiler.ecosystem.jvm.decision;

import dev.pfeiler.artifact.archive.Jar;
import dev.pfeiler.artifact.identity.JarIdentity;
import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.ecosystem.jvm.dependency.JarOutcome;
import dev.pfeiler.ecosystem.jvm.language.JvmLanguage;
import dev.pfeiler.ecosystem.jvm.language.Names;
import dev.pfeiler.ecosystem.jvm.language.SourceFile;
import dev.pfeiler.ecosystem.jvm.library.LanguageLibraries;
import dev.pfeiler.ecosystem.jvm.model.CompiledLanguage;
import dev.pfeiler.ecosystem.jvm.model.Dependency;
import dev.pfeiler.ecosystem.jvm.model.Scope;
import dev.pfeiler.ecosystem.jvm.project.JvmProject;
import dev.pfeiler.ecosystem.jvm.project.SourceModule;
import dev.pfeiler.ecosystem.jvm.reading.JvmReading;
import dev.pfeiler.ecosystem.jvm.setting.ProjectSettings;
import dev.pfeiler.ecosystem.jvm.wiring.CompilerPlugins;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.Deliberation;
import dev.pfeiler.tree.Text;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Decides about languages beside Java: the version of each, and the options of its compiler. */
final class LanguageDecisions {
    private static final String VERSION = "\\d[\\w.+-]*";

    private final JvmReading reading;
    private final JvmProject project;
    private final Map<JvmLanguage, Settings> settings = new TreeMap<>();

    /**
     * What holds for a language in all modules.
     *
     * @param level of its classes, where that is not the one of the classes of sources in Java
     * @param added the runtime library, if no jar of the project is one
     */
    private record Settings(
            String version, Optional<Integer> level, List<String> arguments, Optional<Coordinates> added) {}

    private LanguageDecisions(JvmReading reading, JvmProject project) {
        this.reading = reading;
        this.project = project;
    }

    /** @param java the level that is proposed for the classes of sources in Java */
    static LanguageDecisions decide(JvmReading reading, JvmProject project, int java, Deliberation deliberation) {
        LanguageDecisions decisions = new LanguageDecisions(reading, project);
        Stream.concat(project.main().stream(), project.tests().stream())
                .map(SourceFile::language)
                .filter(language -> language != JvmLanguage.JAVA)
                .distinct()
                .sorted()
                .forEach(language -> decisions.settings.put(language, decisions.settle(language, java, deliberation)));
        return decisions;
    }

    private Settings settle(JvmLanguage language, int java, Deliberation deliberation) {
        Optional<Jar> library = LanguageLibraries.of(language, project.libraries());
        Optional<Coordinates> identified =
                library.map(jar -> reading.identities().get(jar)).map(JarIdentity::coordinates);
        Coordinates usual = LanguageLibraries.usual(language);
        Decision proposed = Decision.of(
                        language.id() + "-version",
                        language.title() + " version",
                        identified.map(Coordinates::version).orElse(usual.version()),
                        identified.isPresent() ? Certainty.CERTAIN : Certainty.GUESS,
                        identified.isPresent()
                                ? "the version of its library"
                                : "its library is in no jar of the project",
                        library.map(jar -> List.of(Evidence.of(
                                        jar.path(),
                                        identified.map(Coordinates::toString).orElse(""))))
                                .orElseGet(() -> firstSource(language)))
                .in("Languages");
        String version =
                deliberation.settle(proposed, text -> Optional.of(text.strip()).filter(t -> t.matches(VERSION)));
        Optional<Coordinates> added = library.isPresent() ? Optional.empty() : Optional.of(usual.withVersion(version));
        return new Settings(version, level(language, java, deliberation), arguments(language, deliberation), added);
    }

    private List<Evidence> firstSource(JvmLanguage language) {
        return reading.sourceFiles().stream()
                .filter(source -> source.language() == language)
                .limit(1)
                .map(source -> Evidence.of(source.path(), ""))
                .toList();
    }

    /** The level of its classes, where its own compiler is told another one than that of Java. */
    private Optional<Integer> level(JvmLanguage language, int java, Deliberation deliberation) {
        Optional<Wiring.Setting> stated = reading.wirings().stream()
                .flatMap(wiring -> wiring.packedFirst().stream())
                .filter(call -> call.language() == language && !call.sources().isEmpty())
                .flatMap(call -> call.level().stream())
                .findFirst();
        Optional<Integer> level = stated.flatMap(setting -> ProjectSettings.parse(setting.value()));
        if (level.isEmpty() || level.get() == java) return Optional.empty();
        String standing = deliberation.settle(
                Decision.of(
                                language.id() + "-" + ProjectSettings.LEVEL,
                                language.title() + " level",
                                level.get().toString(),
                                Certainty.CERTAIN,
                                "passed to the compiler by the old build",
                                List.of(stated.get().evidence()))
                        .in("Languages"),
                text -> ProjectSettings.parse(text).map(String::valueOf));
        return Optional.of(Integer.valueOf(standing));
    }

    /** The options of the most trusted call. */
    private List<String> arguments(JvmLanguage language, Deliberation deliberation) {
        List<Wiring.Setting> flags = reading.wirings().stream()
                .flatMap(wiring -> wiring.compilations().stream())
                .filter(call -> call.language() == language && !call.sources().isEmpty())
                .findFirst()
                .map(call -> call.flags().stream()
                        .filter(flag -> !flag.value().equals(dev.pfeiler.ecosystem.jvm.wiring.LanguageOptions.JOINT))
                        .toList())
                .orElse(List.of());
        if (flags.isEmpty()) return List.of();
        String value = flags.stream().map(Wiring.Setting::value).distinct().collect(Collectors.joining(" "));
        String standing = deliberation.settle(
                Decision.of(
                                language.id() + "-options",
                                language.title() + " options",
                                value,
                                Certainty.CERTAIN,
                                "passed to the compiler by the old build",
                                flags.stream()
                                        .map(Wiring.Setting::evidence)
                                        .distinct()
                                        .toList())
                        .in("Languages"),
                text -> Optional.of(text.strip()));
        return standing.isEmpty() ? List.of() : Text.words(standing);
    }

    /** The languages of a module. */
    List<CompiledLanguage> of(SourceModule module, Function<Collection<String>, List<String>> kept, boolean keep) {
        List<CompiledLanguage> languages = new ArrayList<>();
        settings.forEach((language, settled) -> {
            List<SourceFile> main = in(language, module.main());
            List<SourceFile> tests = in(language, module.tests());
            if (main.isEmpty() && tests.isEmpty()) return;
            CompilerPlugins plugins = CompilerPlugins.of(settled.arguments());
            languages.add(new CompiledLanguage(
                    language,
                    settled.version(),
                    settled.level(),
                    plugins.others(),
                    new TreeMap<>(plugins.options()),
                    joint(language, module),
                    keep ? kept.apply(folders(main)) : conventional(main),
                    keep ? kept.apply(folders(tests)) : conventional(tests)));
        });
        return languages;
    }

    private Set<String> folders(List<SourceFile> sources) {
        Set<String> folders = new LinkedHashSet<>();
        for (SourceFile source : sources)
            project.layout()
                    .of(source.path())
                    .ifPresent(placement -> folders.add(placement.folder().path()));
        return folders;
    }

    private List<String> conventional(List<SourceFile> sources) {
        return sources.stream()
                .flatMap(source -> project.layout().of(source.path()).stream())
                .map(placement -> placement.role().folder(placement.relative()))
                .distinct()
                .toList();
    }

    private static List<SourceFile> in(JvmLanguage language, List<SourceFile> sources) {
        return sources.stream().filter(source -> source.language() == language).toList();
    }

    /** Whether sources in Java name classes that are written in the language. */
    private boolean joint(JvmLanguage language, SourceModule module) {
        return names(language, module.main()) || names(language, module.tests());
    }

    private static boolean names(JvmLanguage language, List<SourceFile> sources) {
        Names<SourceFile> names = new Names<>();
        for (SourceFile source : in(language, sources)) names.add(source, source.typeNames());
        return in(JvmLanguage.JAVA, sources).stream()
                .anyMatch(source -> !names.owners(source).isEmpty());
    }

    /** The runtime libraries that a module needs and no jar is. */
    List<JarOutcome> libraries(SourceModule module) {
        Map<Coordinates, Scope> needed = new LinkedHashMap<>();
        settings.forEach((language, settled) -> settled.added().ifPresent(library -> {
            if (!in(language, module.main()).isEmpty()) needed.put(library, Scope.COMPILE);
            else if (!in(language, module.tests()).isEmpty()) needed.put(library, Scope.TEST);
        }));
        List<JarOutcome> added = new ArrayList<>();
        needed.forEach((library, scope) -> added.add(new JarOutcome.Added(
                Dependency.of(library, scope, ""), true, "the library of the language, in no jar of the project")));
        return added;
    }
}

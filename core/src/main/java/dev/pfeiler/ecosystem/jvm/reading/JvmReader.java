package dev.pfeiler.ecosystem.jvm.reading;

import dev.pfeiler.artifact.archive.ClassFile;
import dev.pfeiler.artifact.archive.Jar;
import dev.pfeiler.artifact.archive.JarCache;
import dev.pfeiler.artifact.identity.Identification;
import dev.pfeiler.artifact.identity.JarIdentity;
import dev.pfeiler.ecosystem.jvm.language.Language;
import dev.pfeiler.ecosystem.jvm.language.SourceFile;
import dev.pfeiler.ecosystem.jvm.language.SourceText;
import dev.pfeiler.ecosystem.jvm.layout.TemplateSources;
import dev.pfeiler.ecosystem.jvm.reading.JvmReading.Levels;
import dev.pfeiler.ecosystem.jvm.setting.ContainerFiles;
import dev.pfeiler.ecosystem.jvm.setting.ProjectSettings.LevelSign;
import dev.pfeiler.ecosystem.jvm.setting.ReadMe;
import dev.pfeiler.ecosystem.jvm.web.WebFiles;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.tree.Progress;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.ReadCache;
import dev.pfeiler.tree.TreeFile;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Reads a JVM project. */
public final class JvmReader {
    private static final Pattern CLASS_ENDING = Pattern.compile("(\\$.*)?\\.class$");

    private final JarCache cache;
    private final Optional<Path> sourceCache;
    private final JvmReading.Tools tools;

    /** @param sourceCache where it is kept what was read of sources; without it every source is read */
    public JvmReader(JarCache cache, Optional<Path> sourceCache, JvmReading.Tools tools) {
        this.cache = cache;
        this.sourceCache = sourceCache;
        this.tools = tools;
    }

    public JvmReading read(ProjectTree tree) {
        List<Finding> trouble = Collections.synchronizedList(new ArrayList<>());
        List<Wiring> read = Wirings.read(tree);
        Map<String, String> renamed = new TemplateSources(read).renamed(tree);
        List<SourceFile> sources = sources(tree, renamed, new StatedEncodings(read), trouble);
        List<Wiring> wirings = ImplicitSources.added(read, sources);
        if (sources.isEmpty() && WebFiles.roots(tree).isEmpty()) {
            return new JvmReading(
                    tree,
                    tools,
                    sources,
                    List.of(),
                    List.of(),
                    Map.of(),
                    Levels.NONE,
                    ContainerFiles.read(tree),
                    List.copyOf(trouble));
        }
        wirings.forEach(wiring -> {
            trouble.addAll(wiring.trouble());
            uploads(wiring).ifPresent(trouble::add);
        });
        List<Jar> jars = jars(tree, wirings);
        Levels levels = new Levels(built(tree, sources, trouble), ReadMe.levels(tree));
        List<Jar> libraries =
                jars.stream().filter(jar -> jar.kind() == Jar.Kind.LIBRARY).toList();
        Map<Jar, JarIdentity> identities = new Identification(tree, tools.repositories()).of(libraries);
        trouble.addAll(tools.repositories().trouble());
        return new JvmReading(
                tree,
                tools,
                sources,
                wirings,
                jars,
                identities,
                levels,
                ContainerFiles.read(tree),
                List.copyOf(trouble));
    }

    private List<SourceFile> sources(
            ProjectTree tree, Map<String, String> renamed, StatedEncodings encodings, List<Finding> trouble) {
        List<TreeFile> files = tree.files().stream()
                .filter(file -> !file.link())
                .filter(file -> tools.languages().isSource(renamed.getOrDefault(file.path(), file.path())))
                .toList();
        List<SourceFile> sources;
        Progress.Pieces read = tree.progress().begin("reading sources", files.size());
        try (ReadCache<SourceFile> known = ReadCache.of(sourceCache, tree, new SourceForm(), files.size())) {
            sources = files.parallelStream()
                    .map(file -> known.get(tree, file, () -> source(tree, file, renamed, encodings, trouble)))
                    .peek(source -> read.done())
                    .filter(Objects::nonNull)
                    .toList();
            tree.progress().accept("reading libraries");
        }
        // read in parallel, reported in order
        trouble.sort(Comparator.comparing(Finding::subject));
        return sources;
    }

    private SourceFile source(
            ProjectTree tree,
            TreeFile file,
            Map<String, String> renamed,
            StatedEncodings encodings,
            List<Finding> trouble) {
        Language language = tools.languages()
                .of(renamed.getOrDefault(file.path(), file.path()))
                .orElseThrow();
        try {
            return language.read(file.path(), SourceText.of(tree.bytes(file.path()), () -> encodings.of(file.path())));
        } catch (IOException e) {
            boolean large = file.size() > ProjectTree.LARGEST;
            trouble.add(Finding.trouble(
                    file.path(), (large ? "is too large for a source file" : "cannot be read") + "; left in place"));
            return null;
        }
    }

    /** The jars in class-path order: as the wirings list them, then the others by path. */
    private List<Jar> jars(ProjectTree tree, List<Wiring> wirings) {
        Map<String, TreeFile> ordered = new LinkedHashMap<>();
        for (Wiring wiring : wirings) {
            Stream.concat(wiring.libraries().stream(), wiring.processorPath().stream())
                    .flatMap(library -> tree.file(library.path()).stream())
                    .forEach(file -> ordered.putIfAbsent(file.path(), file));
        }
        tree.files().stream().filter(f -> f.extension().equals("jar")).forEach(f -> ordered.putIfAbsent(f.path(), f));
        return ordered.values().stream().filter(file -> !file.link()).toList().parallelStream()
                .map(file -> cache.read(tree, file))
                .toList();
    }

    /** One finding for all that a wiring does with the products. */
    private static Optional<Finding> uploads(Wiring wiring) {
        List<Wiring.Setting> uploads = wiring.unanalyzed().uploads();
        if (uploads.isEmpty()) return Optional.empty();
        String tools = uploads.stream().map(Wiring.Setting::value).distinct().collect(Collectors.joining(", "));
        return Optional.of(Finding.trouble(
                wiring.files().get(0),
                "uploads or deploys what it makes (" + tools + "); that is not part of the build",
                uploads.stream().map(Wiring.Setting::evidence).toArray(Evidence[]::new)));
    }

    private static List<LevelSign> built(ProjectTree tree, List<SourceFile> sources, List<Finding> trouble) {
        Set<String> declared = new HashSet<>();
        for (SourceFile source : sources) declared.addAll(source.types());
        List<LevelSign> signs = new ArrayList<>();
        for (TreeFile file : tree.files()) {
            String stem = CLASS_ENDING.matcher(file.name()).replaceFirst("");
            if (!file.extension().equals("class") || !declared.contains(stem)) continue;
            try {
                int level = ClassFile.level(tree.bytes(file.path()));
                if (level > 0) {
                    signs.add(new LevelSign(
                            level,
                            Certainty.LIKELY,
                            "the level of existing class files",
                            Evidence.of(file.path(), "class file for Java " + level)));
                }
            } catch (IOException e) {
                trouble.add(Finding.trouble(file.path(), "cannot be read"));
            }
        }
        signs.sort(Comparator.comparing(sign -> sign.evidence().file()));
        return signs;
    }
}

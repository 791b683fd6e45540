package dev.pfeiler.ecosystem.jvm.reading;

import dev.pfeiler.ecosystem.Reading;
import dev.pfeiler.ecosystem.jvm.archive.ClassFile;
import dev.pfeiler.ecosystem.jvm.archive.Jar;
import dev.pfeiler.ecosystem.jvm.archive.JarCache;
import dev.pfeiler.ecosystem.jvm.decision.BuildDecisions;
import dev.pfeiler.ecosystem.jvm.finding.JvmFindings;
import dev.pfeiler.ecosystem.jvm.language.SourceFile;
import dev.pfeiler.ecosystem.jvm.language.java.JavaReader;
import dev.pfeiler.ecosystem.jvm.library.Identification;
import dev.pfeiler.ecosystem.jvm.library.JarIdentity;
import dev.pfeiler.ecosystem.jvm.project.JvmProject;
import dev.pfeiler.ecosystem.jvm.repository.Coordinates;
import dev.pfeiler.ecosystem.jvm.repository.Repositories;
import dev.pfeiler.ecosystem.jvm.setting.ProjectSettings.LevelSign;
import dev.pfeiler.ecosystem.jvm.setting.ReadMe;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.process.Environment;
import dev.pfeiler.proposal.Choices;
import dev.pfeiler.proposal.Proposal;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.TreeFile;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;

/** What the JVM wing read in a tree: sources, jars, wirings, classes built earlier, and this machine's tools. */
public final class JvmReading implements Reading {
    private static final Set<String> SERVLET = Set.of("servlet-api", "javax.servlet-api", "jakarta.servlet-api");

    private final ProjectTree tree;
    private final Repositories repositories;
    private final Toolchain toolchain;
    private final List<Finding> trouble = new ArrayList<>();
    private final List<SourceFile> sources;
    private final List<Wiring> wirings;
    private final List<Jar> jars;
    private final List<LevelSign> built;
    private final List<LevelSign> told;
    private final Map<Jar, JarIdentity> identities = new LinkedHashMap<>();

    private JvmReading(ProjectTree tree, Environment environment) {
        this.tree = tree;
        this.toolchain = Toolchain.of(environment);
        this.sources = readSources();
        this.wirings = sources.isEmpty() ? List.of() : Wirings.of(tree);
        for (Wiring wiring : wirings) trouble.addAll(wiring.trouble());
        this.jars = sources.isEmpty()
                ? List.of()
                : readJars(new JarCache(environment.cache().resolve("jars")));
        this.built = sources.isEmpty() ? List.of() : readBuilt();
        this.told = sources.isEmpty() ? List.of() : ReadMe.levels(tree);
        this.repositories = Repositories.of(environment);
        identify();
    }

    public static JvmReading of(ProjectTree tree, Environment environment) {
        return new JvmReading(tree, environment);
    }

    private void identify() {
        List<Jar> all =
                jars.stream().filter(jar -> jar.kind() == Jar.Kind.LIBRARY).toList();
        identities.putAll(new Identification(tree, repositories).of(all));
        trouble.addAll(repositories.trouble());
    }

    private List<SourceFile> readSources() {
        return tree.files().parallelStream()
                .filter(file -> file.extension().equals("java") && !file.link())
                .map(this::readSource)
                .filter(Objects::nonNull)
                .toList();
    }

    private SourceFile readSource(TreeFile file) {
        try {
            return JavaReader.read(file.path(), tree.bytes(file.path()));
        } catch (IOException e) {
            synchronized (trouble) {
                boolean large = file.size() > ProjectTree.LARGEST;
                String what = large ? "is too large to be a source" : "cannot be read";
                trouble.add(Finding.trouble(file.path(), what + "; it is left where it is"));
            }
            return null;
        }
    }

    /** The jars in class-path order: as the wirings list them, then the others by path. */
    private List<Jar> readJars(JarCache cache) {
        Map<String, TreeFile> ordered = new LinkedHashMap<>();
        for (Wiring wiring : wirings) {
            for (Wiring.Library library : wiring.libraries()) {
                tree.file(library.path()).ifPresent(file -> ordered.putIfAbsent(file.path(), file));
            }
        }
        tree.files().stream().filter(f -> f.extension().equals("jar")).forEach(f -> ordered.putIfAbsent(f.path(), f));
        return ordered.values().stream().filter(file -> !file.link()).toList().parallelStream()
                .map(file -> cache.read(tree, file))
                .toList();
    }

    private List<LevelSign> readBuilt() {
        Set<String> declared = new HashSet<>();
        for (SourceFile source : sources) declared.addAll(source.types());
        List<LevelSign> signs = new ArrayList<>();
        for (TreeFile file : tree.files()) {
            String stem = file.name().replaceFirst("(\\$.*)?\\.class$", "");
            if (!file.extension().equals("class") || !declared.contains(stem)) continue;
            try {
                int level = ClassFile.level(tree.bytes(file.path()));
                if (level > 0) {
                    signs.add(new LevelSign(
                            level,
                            Certainty.LIKELY,
                            "classes built earlier have it",
                            Evidence.of(file.path(), "class file of level " + level)));
                }
            } catch (IOException e) {
                trouble.add(Finding.trouble(file.path(), "cannot be read"));
            }
        }
        signs.sort(Comparator.comparing(sign -> sign.evidence().file()));
        return signs;
    }

    @Override
    public int sources() {
        return sources.size();
    }

    @Override
    public List<Finding> findings() {
        return new JvmFindings(this, JvmProject.of(this, Map.of(), true)).all();
    }

    @Override
    public Proposal propose(String target, Choices choices) {
        return new BuildDecisions(this, target, choices).propose();
    }

    public Repositories repositories() {
        return repositories;
    }

    public ProjectTree tree() {
        return tree;
    }

    public Toolchain toolchain() {
        return toolchain;
    }

    public List<SourceFile> javaSources() {
        return sources;
    }

    public List<Wiring> wirings() {
        return wirings;
    }

    /** In class-path order. */
    public List<Jar> jars() {
        return jars;
    }

    public List<LevelSign> built() {
        return built;
    }

    /** What texts for people say of the level. */
    public List<LevelSign> told() {
        return told;
    }

    /** Whether the project uses the later package names of the servlet interface. */
    public boolean jakarta() {
        return jars.stream().anyMatch(jar -> jar.holds("jakarta.servlet.Servlet"))
                || sources.stream().flatMap(source -> source.imports().stream()).anyMatch(declared -> declared.name()
                        .startsWith("jakarta.servlet."));
    }

    /** The version of the servlet interface on the class path, where it is known. */
    public Optional<String> servletApi() {
        return identities.values().stream()
                .map(JarIdentity::coordinates)
                .filter(c -> SERVLET.contains(c.artifact()))
                .map(Coordinates::version)
                .findFirst();
    }

    public Map<Jar, JarIdentity> identities() {
        return identities;
    }

    public List<Finding> trouble() {
        return trouble;
    }
}

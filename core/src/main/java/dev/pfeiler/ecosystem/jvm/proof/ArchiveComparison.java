package dev.pfeiler.ecosystem.jvm.proof;

import dev.pfeiler.ecosystem.jvm.archive.ArchiveEntries;
import dev.pfeiler.ecosystem.jvm.archive.ClassChange;
import dev.pfeiler.ecosystem.jvm.archive.ClassDifference;
import dev.pfeiler.ecosystem.jvm.archive.ClassFile;
import dev.pfeiler.ecosystem.jvm.archive.ModuleFile;
import dev.pfeiler.ecosystem.jvm.language.SourceFile;
import dev.pfeiler.ecosystem.jvm.project.JvmProject;
import dev.pfeiler.ecosystem.jvm.project.SourceModule;
import dev.pfeiler.ecosystem.jvm.target.maven.MavenModule;
import dev.pfeiler.ecosystem.jvm.target.maven.SurefireReports;
import dev.pfeiler.proof.Comparison;
import dev.pfeiler.proof.Difference;
import dev.pfeiler.proof.Difference.Kind;
import dev.pfeiler.tree.Paths;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.function.Function;
import java.util.stream.Collectors;

/** Holds the archive that Maven made against what the old wiring built, row by row. */
final class ArchiveComparison {
    static final String MENDED = "what was wrong in it is mended";
    static final String WRITTEN = "it was needed and missing";

    private final JvmProject project;
    private final SourceModule module;
    private final MavenModule maven;
    private final Baseline baseline;
    private final Path target;
    private final boolean war;
    /** Why descriptors are not what they were, by their names in the archive. */
    private final Map<String, String> causes;

    private final Map<String, byte[]> archive;

    ArchiveComparison(
            JvmProject project,
            SourceModule module,
            MavenModule maven,
            Baseline baseline,
            Path target,
            Path product,
            Map<String, String> causes)
            throws IOException {
        this.project = project;
        this.module = module;
        this.maven = maven;
        this.baseline = baseline;
        this.target = target;
        this.causes = causes;
        this.war = maven.packaging().equals("war");
        this.archive = ArchiveEntries.of(product);
    }

    List<Comparison> rows() throws IOException {
        List<Comparison> rows = new ArrayList<>();
        Map<String, byte[]> packed = baseline.packed().isPresent()
                ? ArchiveEntries.in(baseline.packed().get())
                : Map.of();
        PackedComparison others = new PackedComparison(project, module, maven, packed, archive, causes);
        if (module.enterprise().isPresent()) rows.addAll(others.enterprise());
        else {
            Map<String, byte[]> before = ArchiveEntries.in(baseline.classes());
            Map<String, byte[]> after = ArchiveEntries.below(
                    war ? OldArchive.CLASSES : "", archive, name -> !ArchiveEntries.isBuildToolsOwn(name));
            rows.add(classes(classesOf(before), classesOf(after)));
            rows.add(levels(classesOf(before).values(), classesOf(after).values()));
            rows.add(plainFiles("resources", othersOf(before), othersOf(after)));
            if (war) rows.addAll(others.web());
        }
        if (!module.tests().isEmpty()) rows.add(tests());
        if (module.name().isEmpty()) return rows;
        return rows.stream()
                .map(row -> row.named(module.name() + " " + row.subject()))
                .toList();
    }

    private static Map<String, byte[]> classesOf(Map<String, byte[]> files) {
        return ArchiveEntries.below("", files, name -> name.endsWith(".class"));
    }

    private static Map<String, byte[]> othersOf(Map<String, byte[]> files) {
        return ArchiveEntries.below(
                "", files, name -> !name.endsWith(".class") && !ArchiveEntries.isBuildToolsOwn(name));
    }

    private Comparison classes(Map<String, byte[]> before, Map<String, byte[]> after) {
        Set<String> tests = module.tests().stream()
                .flatMap(source -> source.typeNames().stream())
                .collect(Collectors.toCollection(HashSet::new));
        Function<String, String> gone = name -> tests.contains(topLevel(name)) ? "a test, kept out of the archive" : "";
        ArchiveEntries.ChangeOfEntry changed = (name, one, other) -> {
            ClassDifference difference = ClassDifference.between(one, other);
            if (difference == ClassDifference.NONE) return Optional.empty();
            boolean module = difference == ClassDifference.CODE && ModuleFile.sameModule(one, other);
            String cause = module ? "the archive plug-in adds to module descriptors" : difference.words();
            return Optional.of(new ArchiveEntries.Change(cause, ClassChange.between(one, other)));
        };
        return ArchiveEntries.compare("classes", before, after, gone, name -> "", changed);
    }

    private static String topLevel(String entry) {
        String name = entry.substring(0, entry.length() - ".class".length());
        int nested = name.indexOf('$', name.lastIndexOf('/') + 2);
        return (nested < 0 ? name : name.substring(0, nested)).replace('/', '.');
    }

    private static Comparison levels(Collection<byte[]> before, Collection<byte[]> after) {
        String one = levelsOf(before);
        String other = levelsOf(after);
        List<Difference> differences =
                one.equals(other) ? List.of() : List.of(new Difference("Java level", Kind.CHANGED, ""));
        return new Comparison("class level", one, other, differences);
    }

    private static String levelsOf(Collection<byte[]> classes) {
        return classes.stream().map(ClassFile::level).collect(Collectors.toCollection(TreeSet::new)).stream()
                .map(String::valueOf)
                .collect(Collectors.joining(", "));
    }

    private Comparison plainFiles(String subject, Map<String, byte[]> before, Map<String, byte[]> after) {
        return ArchiveEntries.compare(
                subject,
                before,
                after,
                this::causeOfMissingFile,
                name -> "",
                (name, one, other) -> Arrays.equals(one, other)
                        ? Optional.empty()
                        : Optional.of(new ArchiveEntries.Change(causes.getOrDefault(name, ""), List.of())));
    }

    /** The archive plug-in for jars leaves the pages about packages out. */
    private String causeOfMissingFile(String name) {
        return !war && Paths.name(name).equals("package.html") ? "documentation, left out by the archive plug-in" : "";
    }

    private Comparison tests() throws IOException {
        SurefireReports reports = SurefireReports.read(target);
        Map<String, String> marked = new TreeMap<>();
        for (SourceFile test : module.tests()) {
            if (!project.layout().marked().contains(test.path())) continue;
            for (String type : test.typeNames()) {
                if (Paths.stem(test.path()).equals(type.substring(type.lastIndexOf('.') + 1))) {
                    marked.put(type, test.path());
                }
            }
        }
        List<Difference> differences = new ArrayList<>();
        reports.failed().forEach(name -> differences.add(new Difference(name, Kind.CHANGED, "")));
        for (String type : marked.keySet()) {
            boolean ran = reports.classes().stream().anyMatch(c -> c.equals(type) || c.startsWith(type + "$"));
            if (!ran && runs(type)) differences.add(new Difference(type, Kind.GONE, ""));
        }
        String before = marked.size() + (marked.size() == 1 ? " class" : " classes");
        int passed = reports.run() - reports.skipped() - reports.failed().size();
        String skipped = reports.skipped() > 0 ? ", " + reports.skipped() + " skipped" : "";
        return new Comparison("tests", before, reports.run() + " run, " + passed + " passed" + skipped, differences);
    }

    /** Whether a test class can be run at all: an abstract one is there for others. */
    private boolean runs(String type) throws IOException {
        Path file = baseline.tests().resolve(type.replace('.', '/') + ".class");
        if (!Files.exists(file)) file = baseline.classes().resolve(type.replace('.', '/') + ".class");
        return Files.exists(file) && !ClassFile.isAbstract(Files.readAllBytes(file));
    }
}

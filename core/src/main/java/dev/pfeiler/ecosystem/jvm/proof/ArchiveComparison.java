package dev.pfeiler.ecosystem.jvm.proof;

import dev.pfeiler.artifact.archive.ArchiveEntries;
import dev.pfeiler.artifact.archive.ClassChange;
import dev.pfeiler.artifact.archive.ClassDifference;
import dev.pfeiler.artifact.archive.ClassFile;
import dev.pfeiler.artifact.archive.CompilerTraces;
import dev.pfeiler.artifact.archive.ModuleFile;
import dev.pfeiler.ecosystem.jvm.model.Packaging;
import dev.pfeiler.ecosystem.jvm.project.SourceModule;
import dev.pfeiler.ecosystem.jvm.setting.ProjectSettings;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
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
import java.util.TreeSet;
import java.util.function.Function;
import java.util.stream.Collectors;

/** Compares the archive that the build tool made with what the old wiring built, row by row. */
final class ArchiveComparison {
    static final String FIXED = "fixed by the conversion";
    private static final String DATED = "contains the time of the build";
    static final String WRITTEN = "required file that was missing";

    private final ProofContext context;
    private final SourceModule module;
    private final Baseline baseline;
    private final boolean web;
    /** Why descriptors are not what they were, by their names in the archive. */
    private final Map<String, String> causes;

    private final Path product;
    private final DatedFiles dated;

    ArchiveComparison(
            ProofContext context, SourceModule module, Baseline baseline, Path product, Map<String, String> causes) {
        this.context = context;
        this.module = module;
        this.baseline = baseline;
        this.product = product;
        this.causes = causes;
        this.dated = DatedFiles.of(context, module);
        this.web = context.build(module).product().packaging() == Packaging.WAR;
    }

    List<Comparison> rows() throws IOException {
        List<Comparison> rows = new ArrayList<>();
        Map<String, byte[]> archive = ArchiveEntries.of(product);
        Map<String, byte[]> packed = baseline.packed().isPresent()
                ? ArchiveEntries.in(baseline.packed().get())
                : Map.of();
        PackedComparison others = new PackedComparison(context, module, packed, archive, causes);
        if (module.enterprise().isPresent()) return others.enterprise();
        // what the old build packed itself needs no selection
        Map<String, byte[]> before = context.request().runOldBuild()
                ? ArchiveEntries.in(baseline.classes())
                : new PackedClasses(context).of(baseline.classes(), context.ownArchive(module));
        Map<String, byte[]> after = ArchiveEntries.below(
                web ? OldArchive.CLASSES : "", archive, name -> !ArchiveEntries.isBuildToolsOwn(name));
        rows.add(classes(classesOf(before), classesOf(after)));
        rows.add(levels(classesOf(before).values(), classesOf(after).values()));
        rows.add(plainFiles("resources", othersOf(before), othersOf(after)));
        if (web) rows.addAll(others.web());
        return rows;
    }

    /** The rows of a further jar of the module's classes. */
    List<Comparison> partial(Wiring.Archive archive) throws IOException {
        Path made = context.request().old().root().resolve(archive.path());
        Map<String, byte[]> before = context.request().runOldBuild() && Files.isRegularFile(made)
                ? contents(made)
                : new PackedClasses(context).of(baseline.classes(), Optional.of(archive));
        Map<String, byte[]> after = contents(product);
        // one that only starts the module holds nothing
        return before.isEmpty() && after.isEmpty()
                ? List.of()
                : List.of(
                        classes(classesOf(before), classesOf(after)),
                        plainFiles("resources", othersOf(before), othersOf(after)));
    }

    private static Map<String, byte[]> contents(Path archive) throws IOException {
        return ArchiveEntries.below("", ArchiveEntries.of(archive), name -> !ArchiveEntries.isBuildToolsOwn(name));
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
            return Optional.of(
                    new ArchiveEntries.Change(causeOf(name, one, other, difference), ClassChange.between(one, other)));
        };
        return ArchiveEntries.compare("classes", before, after, gone, name -> "", changed);
    }

    private String causeOf(String name, byte[] one, byte[] other, ClassDifference difference) {
        if (dated.agree(name, one, other)) return DATED;
        if (difference != ClassDifference.CODE) return difference.text();
        if (ModuleFile.sameModule(one, other)) return "compilers and archive tools add versions and a main class";
        return CompilerTraces.alone(one, other) ? "only what the compiler notes for itself" : difference.text();
    }

    private static String topLevel(String entry) {
        String name = entry.substring(0, entry.length() - ".class".length());
        int nested = name.indexOf('$', name.lastIndexOf('/') + 2);
        return (nested < 0 ? name : name.substring(0, nested)).replace('/', '.');
    }

    private Comparison levels(Collection<byte[]> before, Collection<byte[]> after) {
        String one = levelsOf(before);
        String other = levelsOf(after);
        List<Difference> differences = one.equals(other)
                ? List.of()
                : List.of(new Difference("Java level", Kind.CHANGED, one + ", now " + other, whyOtherLevel()));
        return new Comparison("class level", one, other, differences);
    }

    private String whyOtherLevel() {
        boolean stated = context.reading().wirings().stream()
                .anyMatch(wiring -> !wiring.levels().isEmpty());
        return stated
                ? context.chosen(ProjectSettings.LEVEL)
                : "the old build states none, and takes that of the JDK that runs it";
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
                        : Optional.of(new ArchiveEntries.Change(
                                dated.agree(name, one, other) ? DATED : causes.getOrDefault(name, ""), List.of())));
    }

    /** The archive plug-in for jars leaves the pages about packages out. */
    private String causeOfMissingFile(String name) {
        return !web && Paths.name(name).equals("package.html") ? "documentation, left out by the archive plug-in" : "";
    }
}

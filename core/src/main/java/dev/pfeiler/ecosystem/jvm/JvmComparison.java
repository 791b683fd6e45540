package dev.pfeiler.ecosystem.jvm;

import dev.pfeiler.ecosystem.jvm.archive.ClassChange;
import dev.pfeiler.ecosystem.jvm.archive.ClassDifference;
import dev.pfeiler.ecosystem.jvm.archive.ClassFile;
import dev.pfeiler.ecosystem.jvm.archive.Jar;
import dev.pfeiler.ecosystem.jvm.archive.ModuleFile;
import dev.pfeiler.ecosystem.jvm.dependency.Dependency;
import dev.pfeiler.ecosystem.jvm.dependency.Scope;
import dev.pfeiler.ecosystem.jvm.layout.Placement;
import dev.pfeiler.ecosystem.jvm.layout.Role;
import dev.pfeiler.ecosystem.jvm.maven.MavenModule;
import dev.pfeiler.ecosystem.jvm.maven.TestReports;
import dev.pfeiler.ecosystem.jvm.source.JavaSource;
import dev.pfeiler.proof.Comparison;
import dev.pfeiler.proof.Difference;
import dev.pfeiler.proof.Difference.Kind;
import dev.pfeiler.tree.Hashing;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import java.io.IOException;
import java.io.InputStream;
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
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;

/** Holds the archive that Maven made against what the old wiring built, row by row. */
final class JvmComparison {
    private static final String CLASSES = "WEB-INF/classes/";
    static final String MENDED = "what was wrong in it is mended";
    private static final String LIB = "WEB-INF/lib/";
    /** Of the members of a class that changed. */
    private static final int SHOWN = 6;

    private final ProjectTree old;
    private final JvmProject project;
    private final JvmModule module;
    private final MavenModule maven;
    private final JvmBaseline baseline;
    private final Path target;
    private final boolean war;
    /** Descriptors that were mended, by their names in the archive. */
    private final Set<String> mended;

    private final Map<String, byte[]> archive;

    JvmComparison(
            ProjectTree old,
            JvmProject project,
            JvmModule module,
            MavenModule maven,
            JvmBaseline baseline,
            Path target,
            Path product,
            Set<String> mended)
            throws IOException {
        this.old = old;
        this.project = project;
        this.module = module;
        this.maven = maven;
        this.baseline = baseline;
        this.target = target;
        this.mended = project.layout().placements().values().stream()
                .filter(placement -> mended.contains(placement.path()))
                .map(Placement::relative)
                .collect(Collectors.toSet());
        this.war = maven.packaging().equals("war");
        this.archive = entries(product);
    }

    private static Map<String, byte[]> entries(Path archive) throws IOException {
        Map<String, byte[]> entries = new TreeMap<>();
        try (ZipFile zip = new ZipFile(archive.toFile())) {
            for (ZipEntry entry : (Iterable<ZipEntry>) zip.stream().<ZipEntry>map(e -> e)::iterator) {
                if (entry.isDirectory()) continue;
                try (InputStream in = zip.getInputStream(entry)) {
                    entries.put(entry.getName(), in.readAllBytes());
                }
            }
        }
        return entries;
    }

    List<Comparison> rows() throws IOException {
        List<Comparison> rows = new ArrayList<>();
        Map<String, byte[]> before = files(baseline.classes());
        Map<String, byte[]> after = inArchive(war ? CLASSES : "", name -> !isBuildToolsOwn(name));
        rows.add(classes(classesOf(before), classesOf(after)));
        rows.add(levels(classesOf(before).values(), classesOf(after).values()));
        rows.add(plainFiles("resources", othersOf(before), othersOf(after)));
        if (war) {
            rows.add(plainFiles(
                    "web files",
                    webFiles(),
                    inArchive(
                            "", name -> !isBuildToolsOwn(name) && !name.startsWith(CLASSES) && !name.startsWith(LIB))));
            rows.add(libraries());
        }
        if (!module.tests().isEmpty()) rows.add(tests());
        if (module.name().isEmpty()) return rows;
        return rows.stream()
                .map(row -> row.named(module.name() + " " + row.subject()))
                .toList();
    }

    /** Entries that the archive plug-in adds to every archive. */
    private static boolean isBuildToolsOwn(String name) {
        return name.equals("META-INF/MANIFEST.MF") || name.startsWith("META-INF/maven/");
    }

    private Map<String, byte[]> inArchive(String prefix, java.util.function.Predicate<String> wanted) {
        Map<String, byte[]> found = new TreeMap<>();
        archive.forEach((name, bytes) -> {
            if (name.startsWith(prefix) && wanted.test(name)) found.put(name.substring(prefix.length()), bytes);
        });
        return found;
    }

    private static Map<String, byte[]> files(Path folder) throws IOException {
        Map<String, byte[]> files = new TreeMap<>();
        if (!Files.isDirectory(folder)) return files;
        try (Stream<Path> walk = Files.walk(folder)) {
            for (Path file : (Iterable<Path>) walk.filter(Files::isRegularFile)::iterator) {
                files.put(folder.relativize(file).toString().replace('\\', '/'), Files.readAllBytes(file));
            }
        }
        return files;
    }

    private static Map<String, byte[]> classesOf(Map<String, byte[]> files) {
        return filtered(files, name -> name.endsWith(".class"));
    }

    private static Map<String, byte[]> othersOf(Map<String, byte[]> files) {
        return filtered(files, name -> !name.endsWith(".class") && !isBuildToolsOwn(name));
    }

    private static Map<String, byte[]> filtered(
            Map<String, byte[]> files, java.util.function.Predicate<String> wanted) {
        Map<String, byte[]> found = new TreeMap<>(files);
        found.keySet().removeIf(name -> !wanted.test(name));
        return found;
    }

    private Comparison classes(Map<String, byte[]> before, Map<String, byte[]> after) {
        Set<String> tests = module.tests().stream()
                .flatMap(source -> source.typeNames().stream())
                .collect(Collectors.toCollection(HashSet::new));
        Function<String, String> gone = name -> tests.contains(topLevel(name)) ? "a test, kept out of the archive" : "";
        ChangeOfEntry changed = (name, one, other) -> {
            ClassDifference difference = ClassDifference.between(one, other);
            if (difference == ClassDifference.NONE) return Optional.empty();
            boolean module = difference == ClassDifference.CODE && ModuleFile.sameModule(one, other);
            String cause = module ? "the archive plug-in adds to module descriptors" : difference.words();
            return Optional.of(new Change(cause, ClassChange.between(one, other)));
        };
        return compare("classes", before, after, gone, changed);
    }

    /**
     * How an entry changed.
     *
     * @param cause why; empty where nobody knows
     * @param parts what of it, in words
     */
    private record Change(String cause, List<String> parts) {}

    /** Tells how an entry changed; nothing where it did not. */
    private interface ChangeOfEntry {
        Optional<Change> of(String name, byte[] before, byte[] after);
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
        return compare(
                subject,
                before,
                after,
                this::causeOfMissingFile,
                (name, one, other) -> Arrays.equals(one, other)
                        ? Optional.empty()
                        : Optional.of(new Change(mended.contains(name) ? MENDED : "", List.of())));
    }

    /** The archive plug-in for jars leaves the pages about packages out. */
    private String causeOfMissingFile(String name) {
        return !war && Paths.name(name).equals("package.html") ? "documentation, left out by the archive plug-in" : "";
    }

    private static Comparison compare(
            String subject,
            Map<String, byte[]> before,
            Map<String, byte[]> after,
            Function<String, String> causeOfGone,
            ChangeOfEntry change) {
        List<Difference> differences = new ArrayList<>();
        Map<String, byte[]> added = new TreeMap<>(after);
        added.keySet().removeAll(before.keySet());
        before.forEach((name, bytes) -> {
            byte[] other = after.get(name);
            if (other != null) {
                change.of(name, bytes, other)
                        .ifPresent(c -> differences.add(
                                new Difference(name, Kind.CHANGED, detail(bytes, other, c.parts()), c.cause())));
                return;
            }
            Optional<String> elsewhere = added.entrySet().stream()
                    .filter(entry -> bytes.length > 0 && Arrays.equals(entry.getValue(), bytes))
                    .map(Map.Entry::getKey)
                    .findFirst();
            elsewhere.ifPresent(added::remove);
            String detail = elsewhere.map(goal -> "to " + goal + ", ").orElse("") + size(bytes);
            Kind kind = elsewhere.isPresent() ? Kind.MOVED : Kind.GONE;
            differences.add(new Difference(name, kind, detail, causeOfGone.apply(name)));
        });
        added.forEach((name, bytes) -> differences.add(new Difference(name, Kind.ADDED, size(bytes), "")));
        return new Comparison(subject, String.valueOf(before.size()), String.valueOf(after.size()), differences);
    }

    private static String detail(byte[] before, byte[] after, List<String> parts) {
        List<String> words = new ArrayList<>();
        words.add(before.length == after.length ? size(before) + " as before" : before.length + ", now " + size(after));
        int shown = Math.min(parts.size(), SHOWN);
        words.addAll(parts.subList(0, shown));
        if (parts.size() > shown) words.add((parts.size() - shown) + " more members");
        return String.join("; ", words);
    }

    private static String size(byte[] bytes) {
        return bytes.length + (bytes.length == 1 ? " byte" : " bytes");
    }

    private Map<String, byte[]> webFiles() throws IOException {
        Set<String> jars = project.libraries().stream()
                .filter(jar -> jar.kind() == Jar.Kind.LIBRARY)
                .map(Jar::path)
                .collect(Collectors.toSet());
        Map<String, byte[]> files = new TreeMap<>();
        for (Placement placement : project.layout().files(Role.WEB).toList()) {
            if (!module.paths().contains(placement.path())) continue;
            if (jars.contains(placement.path()) || placement.relative().startsWith(LIB)) continue;
            files.put(placement.relative(), Files.readAllBytes(old.onDisk(placement.path())));
        }
        return files;
    }

    /** Libraries are the same where their bytes are; a name that gained its version is no loss. */
    private Comparison libraries() throws IOException {
        Map<String, String> before = new TreeMap<>();
        for (Jar jar : project.withCopies().filter(module::deploys).toList()) {
            before.put(jar.name(), Hashing.sha1(Files.readAllBytes(old.onDisk(jar.path()))));
        }
        Map<String, String> after = new TreeMap<>();
        inArchive(LIB, name -> true).forEach((name, bytes) -> after.put(name, Hashing.sha1(bytes)));
        List<Difference> differences = new ArrayList<>();
        before.forEach((name, sha1) -> {
            if (sha1.equals(after.get(name))) return;
            Optional<String> renamed = after.entrySet().stream()
                    .filter(entry -> entry.getValue().equals(sha1))
                    .map(Map.Entry::getKey)
                    .findFirst();
            if (renamed.isPresent()) {
                String cause = "the same bytes";
                differences.add(new Difference(name, Kind.MOVED, "to " + renamed.get(), cause));
            } else {
                Kind kind = after.containsKey(name) ? Kind.CHANGED : Kind.GONE;
                differences.add(new Difference(name, kind, whyGone(name)));
            }
        });
        after.forEach((name, sha1) -> {
            if (!before.containsKey(name) && !before.containsValue(sha1)) {
                boolean ofModule = module.needs().stream().anyMatch(need -> name.startsWith(need + "-"));
                differences.add(new Difference(name, Kind.ADDED, ofModule ? "a module of this project" : ""));
            }
        });
        return new Comparison("libraries", String.valueOf(before.size()), String.valueOf(after.size()), differences);
    }

    private String whyGone(String name) {
        return maven.dependencies().stream()
                .filter(d -> d.jar()
                        .filter(jar -> jar.name().equals(name) && project.deployed(module, jar))
                        .isPresent())
                .filter(d -> d.scope() != Scope.COMPILE && d.scope() != Scope.RUNTIME)
                .map(Dependency::why)
                .findFirst()
                .orElse("");
    }

    private Comparison tests() throws IOException {
        TestReports reports = TestReports.read(target);
        Map<String, String> marked = new TreeMap<>();
        for (JavaSource test : module.tests()) {
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

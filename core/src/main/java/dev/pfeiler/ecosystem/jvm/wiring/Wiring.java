package dev.pfeiler.ecosystem.jvm.wiring;

import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.ecosystem.jvm.language.JvmLanguage;
import dev.pfeiler.ecosystem.jvm.language.SourceFile;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.tree.PathSelection;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.Text;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.Collections;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * How a project was built until now, as one set of files says it.
 *
 * @param folder the folder of the project that it describes; empty if that is the tree itself
 * @param files the files that make it up
 * @param name the project's name
 * @param version the project's version
 * @param compilations the calls of a compiler, in order
 * @param archives the archives that are made, in order
 * @param distributions its distribution archives, in order
 * @param mainClasses classes that are started
 * @param testRuns the calls of a test runner, in order
 * @param copies what is copied, in order
 * @param generators calls of programs that write sources
 * @param documentation how the documentation tool is called
 * @param webRoots the folders that are served
 * @param contextPath the path below which it is served, without slashes
 * @param projects folders of other projects of the tree that it refers to
 * @param unanalyzed what it says beside all that
 */
public record Wiring(
        Kind kind,
        String folder,
        List<String> files,
        Optional<Setting> name,
        Optional<Setting> version,
        List<Compilation> compilations,
        List<Archive> archives,
        List<Archive> distributions,
        List<Setting> mainClasses,
        List<TestRun> testRuns,
        List<Copy> copies,
        List<Generator> generators,
        Documentation documentation,
        List<Setting> webRoots,
        Optional<Setting> contextPath,
        List<Setting> projects,
        Unanalyzed unanalyzed) {
    /** Sorts of wiring, the most trusted first: what makes the archives is nearer to what was shipped than an IDE's view. */
    public enum Kind {
        BUILD_FILE("build file", "org.apache.ant"),
        MAKE_FILE("make file", ""),
        SHELL_SCRIPT("shell script", ""),
        BATCH_SCRIPT("batch script", ""),
        IDE_FILES("IDE files", "");

        private final String text;
        private final String ownGroup;

        Kind(String text, String ownGroup) {
            this.text = text;
            this.ownGroup = ownGroup;
        }

        /**
         * Whether an artifact is a part of the tool itself, which such tools add to class paths unasked. Source: the manual of
         * Ant's {@code javac} and {@code junit} tasks, {@code includeantruntime}.
         */
        public boolean owns(Coordinates artifact) {
            return artifact.group().equals(ownGroup);
        }

        public String text() {
            return text;
        }
    }

    public Wiring {
        files = List.copyOf(files);
        compilations = List.copyOf(compilations);
        archives = List.copyOf(archives);
        distributions = List.copyOf(distributions);
        mainClasses = List.copyOf(mainClasses);
        testRuns = List.copyOf(testRuns);
        copies = List.copyOf(copies);
        generators = List.copyOf(generators);
        webRoots = List.copyOf(webRoots);
        projects = List.copyOf(projects);
    }

    /**
     * What a wiring says beside what is known of it.
     *
     * @param trouble what was not understood, though it may change the result
     * @param steps of those, what the build runs and what may change what it makes
     * @param uploads what happens to the products once they are made
     * @param absent jars on class paths that are not in the tree, by their paths
     */
    public record Unanalyzed(List<Finding> trouble, List<Finding> steps, List<Setting> uploads, List<String> absent) {
        public Unanalyzed {
            trouble = trouble.stream().distinct().toList();
            steps = steps.stream().distinct().toList();
            uploads = List.copyOf(uploads);
            absent = List.copyOf(absent);
        }
    }

    /**
     * How the documentation tool is called.
     *
     * @param settings by name
     * @param folders that it writes to, within the tree
     */
    public record Documentation(Map<String, Setting> settings, List<Setting> folders) {
        public Documentation {
            settings = Collections.unmodifiableMap(new TreeMap<>(settings));
            folders = List.copyOf(folders);
        }
    }

    /** A value with the place where it was read. */
    public record Setting(String value, Evidence evidence) {}

    /**
     * One call of a compiler.
     *
     * @param sources what is compiled
     * @param classPath in order; jars, and folders of classes
     * @param output the folder that classes are written to
     * @param settings options with a value, by their names with the JDK's compiler, for example {@code -encoding}
     * @param flags options without one
     * @param language of the sources that it compiles; it may see others
     */
    public record Compilation(
            List<SourceFolder> sources,
            List<Library> classPath,
            Optional<Setting> output,
            Map<String, Setting> settings,
            List<Setting> flags,
            Evidence evidence,
            JvmLanguage language) {
        /** A path within the tree. */
        public static final String GENERATED_SOURCES = "-s";

        /** Folders of modules: a folder with one for each, or a pattern with a star for its name. */
        public static final String MODULE_SOURCE_PATH = "--module-source-path";

        /** Paths of jars within the tree, with colons between them. */
        public static final String PROCESSOR_PATH = "-processorpath";

        public Compilation {
            sources = List.copyOf(sources);
            classPath = List.copyOf(classPath);
            settings = Map.copyOf(settings);
            flags = List.copyOf(flags);
        }

        /** A call of the JDK's compiler. */
        public Compilation(
                List<SourceFolder> sources,
                List<Library> classPath,
                Optional<Setting> output,
                Map<String, Setting> settings,
                List<Setting> flags,
                Evidence evidence) {
            this(sources, classPath, output, settings, flags, evidence, JvmLanguage.JAVA);
        }

        /** The same call for another language. */
        public Compilation in(JvmLanguage other, Map<String, Setting> ownSettings, List<Setting> ownFlags) {
            return new Compilation(sources, classPath, output, ownSettings, ownFlags, evidence, other);
        }

        /** The same call with other sources. */
        public Compilation from(List<SourceFolder> others) {
            return new Compilation(others, classPath, output, settings, flags, evidence, language);
        }

        /** Whether it compiles sources in Java along with those in another language. */
        public boolean joint() {
            return flags.stream().anyMatch(flag -> flag.value().equals(LanguageOptions.JOINT));
        }

        /** Whether it compiles sources in Java. */
        public boolean compilesJava() {
            return language == JvmLanguage.JAVA || joint();
        }

        /** Whether it compiles a source. */
        public boolean takes(String path) {
            Optional<JvmLanguage> written = JvmLanguage.of(path);
            boolean compiles =
                    written.isEmpty() || written.get() == language || written.get() == JvmLanguage.JAVA && joint();
            return compiles && sees(path);
        }

        /** Whether it is given a source, in whichever language. */
        public boolean sees(String path) {
            return sources.stream().anyMatch(folder -> folder.takes(path));
        }

        /** The folder of the tree that annotation processors write sources to, if one is stated. */
        public Optional<Setting> generatedSources() {
            return Optional.ofNullable(settings.get(GENERATED_SOURCES));
        }

        /** The jars in which annotation processors are looked for; empty if that is the class path. */
        public List<Library> processorPath() {
            Setting path = settings.get(PROCESSOR_PATH);
            if (path == null) return List.of();
            return Arrays.stream(path.value().split(":"))
                    .filter(entry -> !entry.isEmpty())
                    .map(entry -> new Library(entry, false, path.evidence()))
                    .toList();
        }

        /** Where it writes the class files of a source, without those of nested classes. */
        List<String> classFiles(SourceFile source) {
            // descriptions of modules and packages have no type
            String description = source.module().isPresent() ? "module-info" : "package-info";
            List<String> names = source.types().isEmpty() ? List.of(description) : source.types();
            String folder = output.map(stated ->
                            Paths.join(Paths.join(stated.value(), module(source.path())), source.packagePath()))
                    // without a stated folder they are beside the sources
                    .orElse(Paths.parent(source.path()));
            return names.stream()
                    .map(name -> Paths.join(folder, name + ".class"))
                    .toList();
        }

        /**
         * The folder of the output that the classes of a source's module are written to; empty if modules are compiled one by
         * one. Source: the documentation of javac.
         */
        private String module(String path) {
            Setting stated = settings.get(MODULE_SOURCE_PATH);
            if (stated == null) return "";
            return Arrays.stream(stated.value().split(":"))
                    .map(entry -> Text.before(Paths.resolved(entry) + "/*", "*"))
                    .filter(path::startsWith)
                    .map(start -> Text.before(path.substring(start.length()), "/"))
                    .findFirst()
                    .orElse("");
        }

        /** The Java level of the classes it makes. */
        public Optional<Setting> level() {
            return Stream.of("--release", "-target", "-source")
                    .flatMap(option -> Optional.ofNullable(settings.get(option)).stream())
                    .findFirst();
        }
    }

    /**
     * A folder of which something is compiled.
     *
     * @param path within the tree; empty for the tree itself
     * @param root whether packages start at the folder, and not perhaps below it
     * @param test whether it is marked as test code
     * @param files what is taken, by paths relative to the folder
     */
    public record SourceFolder(String path, boolean root, boolean test, PathSelection files, Evidence evidence) {
        /**
         * @param including patterns of what is taken, relative to the folder; none for all
         * @param excluding patterns of what is left out, relative to the folder
         */
        public SourceFolder(
                String path,
                boolean root,
                boolean test,
                List<String> including,
                List<String> excluding,
                Evidence evidence) {
            this(path, root, test, new PathSelection(including, excluding), evidence);
        }

        public List<String> including() {
            return files.includes();
        }

        public List<String> excluding() {
            return files.excludes();
        }

        /** Whether it takes a file, by its patterns. */
        public boolean takes(String path) {
            return Paths.within(this.path, path) && files.takes(Paths.relative(this.path, path));
        }
    }

    /**
     * An entry of a class path.
     *
     * @param path within the tree
     * @param test whether only tests see it
     */
    public record Library(String path, boolean test, Evidence evidence) {}

    /**
     * An archive that is made.
     *
     * @param path within the tree
     * @param contents what goes in
     * @param manifest attributes of its manifest that have a value
     * @param unpacked where it says that the contents of libraries go in, unpacked
     * @param adding whether all this is added to the archive that is there
     */
    public record Archive(
            String path,
            List<Content> contents,
            Map<String, Setting> manifest,
            Optional<Evidence> unpacked,
            boolean adding,
            Evidence evidence) {
        private static final Pattern SCALA = Pattern.compile("(.+_(?:2\\.1[0-3]|3))(?:-v?\\d[\\w.+-]*)?");

        public Archive {
            contents = List.copyOf(contents);
            manifest = manifest.entrySet().stream()
                    .filter(attribute -> !attribute.getValue().value().isBlank())
                    .collect(Collectors.toUnmodifiableMap(Map.Entry::getKey, Map.Entry::getValue));
        }

        public Archive(
                String path,
                List<Content> contents,
                Map<String, Setting> manifest,
                Optional<Evidence> unpacked,
                Evidence evidence) {
            this(path, contents, manifest, unpacked, false, evidence);
        }

        /** Whether classes that are written to a folder go in. */
        boolean packs(String output) {
            return contents.stream()
                    .anyMatch(content -> Paths.within(output, content.path())
                            || content.entry(Paths.join(output, "Any.class")).isPresent());
        }

        /** What of a name behind the version says what is in the archive. */
        private static final Pattern KIND = Pattern.compile("[-_.](?:src|sources?|bin|dist|javadoc|docs?)$");

        /** The name of an archive's file without version and extension. */
        public static String baseName(String path) {
            String stem = Paths.stem(path);
            // libraries in Scala have the version of the language in their names
            Matcher scala = SCALA.matcher(stem);
            if (scala.matches()) return scala.group(1);
            return stem.replaceFirst("[-_]v?\\d[\\w.+-]*$", "");
        }

        /** What of a name without extension, behind the version, says what is in the archive; empty if nothing does. */
        public static String kind(String stem) {
            Matcher matcher = KIND.matcher(stem);
            return matcher.find() ? matcher.group() : "";
        }

        /** The version in the name of its file. */
        public Optional<Setting> version() {
            String stem = Paths.stem(path);
            String base = baseName(path);
            return base.equals(stem)
                    ? Optional.empty()
                    : Optional.of(
                            new Setting(Text.withoutEnd(stem.substring(base.length() + 1), kind(stem)), evidence));
        }

        /** The folders of which something goes in. */
        public List<String> folders() {
            return contents.stream().map(Content::path).distinct().toList();
        }

        /** Where a file of the tree goes in it; empty if it does not. */
        public Optional<String> entry(String file) {
            return contents.stream()
                    .flatMap(content -> content.entry(file).stream())
                    .findFirst();
        }

        /** Whether it is an archive with that ending. */
        public boolean is(String extension) {
            return Paths.extension(path).equals(extension);
        }

        /** The same with what another call adds to it. */
        public Archive and(Archive added) {
            Map<String, Setting> attributes = new LinkedHashMap<>(manifest);
            attributes.putAll(added.manifest);
            return new Archive(path, both(contents, added.contents), attributes, unpacked, adding, evidence);
        }

        /** The same under another name. */
        Archive at(String other) {
            return new Archive(other, contents, manifest, unpacked, adding, evidence);
        }

        Archive with(List<Content> contents) {
            return new Archive(path, contents, manifest, unpacked, adding, evidence);
        }

        /** The same as what a call adds to an archive that something else makes. */
        public Archive asAddition() {
            return new Archive(path, contents, manifest, unpacked, true, evidence);
        }
    }

    /**
     * A folder of which something goes into an archive.
     *
     * @param path within the tree
     * @param prefix the folder of the archive that it goes to; empty for its top
     * @param files what goes in, by paths relative to the folder
     * @param as the name that a single file gets; empty if it keeps its own
     * @param through the content of which it is a part, if it was copied to a folder that goes in
     */
    public record Content(String path, String prefix, PathSelection files, String as, Optional<Content> through) {
        /**
         * @param including patterns of what goes in, relative to the folder; none for all
         * @param excluding patterns of what is left out, relative to the folder
         */
        public Content(String path, String prefix, List<String> including, List<String> excluding) {
            this(path, prefix, new PathSelection(including, excluding), "", Optional.empty());
        }

        public List<String> including() {
            return files.includes();
        }

        public List<String> excluding() {
            return files.excludes();
        }

        /** All of a folder, or a single file, which may have to be built first. */
        public static Content of(ProjectTree tree, String path, String prefix) {
            boolean file = tree.has(path)
                    || !tree.folders().contains(path) && !Paths.extension(path).isEmpty();
            return file
                    ? new Content(Paths.parent(path), prefix, List.of(Paths.name(path)), List.of())
                    : new Content(path, prefix, List.of(), List.of());
        }

        /** A single file under another name. */
        public Content as(String name) {
            return new Content(path, prefix, files, name, through);
        }

        /** Whether a file goes in, given its path below the folder. */
        public boolean takes(String relative) {
            return files.takes(relative);
        }

        /** Where a file goes; empty if it does not go in. */
        public Optional<String> entry(String file) {
            if (!Paths.within(path, file)) return Optional.empty();
            String relative = Paths.relative(path, file);
            if (!takes(relative)) return Optional.empty();
            String place = Paths.join(prefix, as.isEmpty() ? relative : as);
            return through.isEmpty() ? Optional.of(place) : through.get().passed(place);
        }

        /** Where what was copied into the folder, to go to a place, goes in the end; empty if it does not go in. */
        private Optional<String> passed(String place) {
            if (!takes(Paths.relative(prefix, place))) return Optional.empty();
            String named = as.isEmpty() ? place : Paths.join(prefix, as);
            return through.isEmpty() ? Optional.of(named) : through.get().passed(named);
        }

        /** The same, as a part of another that it was copied into. */
        Content through(Content other) {
            return new Content(path, prefix, files, as, Optional.of(other));
        }

        /** The same, further down. */
        public Content below(String folder) {
            return new Content(path, Paths.join(folder, prefix), files, as, through);
        }
    }

    /**
     * A copy that the build makes.
     *
     * @param to the folder it is copied to, within the tree
     * @param content what is copied; where it goes is seen from that folder
     * @param filters what is replaced in the text on the way, in order
     */
    public record Copy(String to, Content content, List<TextFilter> filters, Evidence evidence) {
        public Copy {
            filters = List.copyOf(filters);
        }

        /** The names that are replaced in a file, by filter; the bytes of any charset that extends ASCII will do. */
        public Map<TextFilter, List<String>> replaced(byte[] bytes) {
            String text = new String(bytes, StandardCharsets.ISO_8859_1);
            Map<TextFilter, List<String>> replaced = new LinkedHashMap<>();
            for (TextFilter filter : filters) {
                List<String> names = filter.names(text);
                if (!names.isEmpty()) replaced.put(filter, names);
            }
            return replaced;
        }
    }

    /**
     * A call of a test runner. A value that names a file or folder of the tree starts with {@link #TOP}.
     *
     * @param properties system properties
     * @param environment variables
     * @param jvmArguments further arguments of the virtual machine
     * @param isolated whether it starts a virtual machine for each class
     * @param folder the folder it works in
     * @param classes the class files of tests that it runs, from where packages start; none if that is not known
     */
    public record TestRun(
            Map<String, Setting> properties,
            Map<String, Setting> environment,
            List<Setting> jvmArguments,
            boolean isolated,
            Optional<Setting> folder,
            List<PathSelection> classes,
            Evidence evidence) {
        public TestRun {
            classes = List.copyOf(classes);
            properties = Collections.unmodifiableMap(new LinkedHashMap<>(properties));
            environment = Collections.unmodifiableMap(new LinkedHashMap<>(environment));
            jvmArguments = List.copyOf(jvmArguments);
        }
    }

    /** How a path starts that is seen from the top of the tree, whichever project it is used in. */
    public static final String TOP = "/./";

    /**
     * A call of a program that writes sources.
     *
     * @param tool what it is called
     * @param inputs the files of the tree it is given
     * @param output the folder it writes to; empty if it is not known
     */
    public record Generator(String tool, List<String> inputs, String output, Evidence evidence) {
        public Generator {
            inputs = List.copyOf(inputs);
        }
    }

    /**
     * Where its calls write the class files of a source, without those of nested classes.
     *
     * @param compiled the path at which the source is compiled: that of a copy, or its own
     */
    public Stream<String> classFiles(SourceFile source, String compiled) {
        return compilations.stream()
                .filter(call -> call.takes(compiled))
                .flatMap(call -> call.classFiles(source).stream());
    }

    /** The same, as the wiring of the project in a folder. */
    public Wiring in(String project) {
        return with(project, compilations);
    }

    /** The same with other calls of a compiler. */
    public Wiring compiling(List<Compilation> calls) {
        return with(folder, calls);
    }

    /** The same with what another file makes of what it compiles, and what of that file was not understood. */
    public Wiring packedBy(Wiring other) {
        return joined(other, compilations, testRuns, generators, documentation);
    }

    /** The same with a part of the build that another file describes. */
    public Wiring including(Wiring part) {
        Map<String, Setting> documented = new LinkedHashMap<>(part.documentation.settings);
        documented.putAll(documentation.settings);
        return joined(
                part,
                both(compilations, part.compilations),
                both(testRuns, part.testRuns),
                both(generators, part.generators),
                new Documentation(documented, both(documentation.folders, part.documentation.folders)));
    }

    private Wiring joined(
            Wiring other,
            List<Compilation> calls,
            List<TestRun> tests,
            List<Generator> generating,
            Documentation documented) {
        return new Wiring(
                kind,
                folder,
                both(files, other.files),
                name,
                version,
                calls,
                added(archives, other.archives),
                both(distributions, other.distributions),
                both(mainClasses, other.mainClasses),
                tests,
                both(copies, other.copies),
                generating,
                documented,
                webRoots,
                contextPath,
                projects,
                new Unanalyzed(
                        both(unanalyzed.trouble, other.unanalyzed.trouble),
                        both(unanalyzed.steps, other.unanalyzed.steps),
                        both(unanalyzed.uploads, other.unanalyzed.uploads),
                        both(unanalyzed.absent, other.unanalyzed.absent)));
    }

    /** The archives of two builds; what one adds to an archive of the other is part of that. */
    private static List<Archive> added(List<Archive> archives, List<Archive> more) {
        List<Archive> all = new ArrayList<>(archives);
        for (Archive archive : more) {
            Optional<Archive> made = all.stream()
                    .filter(a -> archive.adding() && a.path().equals(archive.path()))
                    .findFirst();
            if (made.isPresent()) all.set(all.indexOf(made.get()), made.get().and(archive));
            else if (!all.contains(archive)) all.add(archive);
        }
        return all;
    }

    private static <T> List<T> both(List<T> one, List<T> other) {
        return Stream.concat(one.stream(), other.stream()).distinct().toList();
    }

    private Wiring with(String project, List<Compilation> calls) {
        return new Wiring(
                kind,
                project,
                files,
                name,
                version,
                calls,
                archives,
                distributions,
                mainClasses,
                testRuns,
                copies,
                generators,
                documentation,
                webRoots,
                contextPath,
                projects,
                unanalyzed);
    }

    /** What was not understood, though it may change the result. */
    public List<Finding> trouble() {
        return unanalyzed.trouble();
    }

    /** All that is compiled, in order. */
    public List<SourceFolder> sources() {
        return compilations.stream().flatMap(c -> c.sources().stream()).toList();
    }

    /** All class paths in a row. */
    public List<Library> libraries() {
        return compilations.stream().flatMap(c -> c.classPath().stream()).toList();
    }

    /** All paths of annotation processors in a row. */
    public List<Library> processorPath() {
        return compilations.stream().flatMap(c -> c.processorPath().stream()).toList();
    }

    /** All folders that classes, and sources generated on the way, are written to. */
    public List<Setting> outputs() {
        return compilations.stream()
                .flatMap(c -> Stream.concat(c.output().stream(), c.generatedSources().stream()))
                .toList();
    }

    /** The calls of a compiler: those whose classes go into an archive first, as settings of the others are for tools. */
    public List<Compilation> packedFirst() {
        return compilations.stream()
                .sorted(Comparator.comparing(call -> !packs(call)))
                .toList();
    }

    /** Whether an archive takes the classes of a call. */
    public boolean packs(Compilation call) {
        return call.output().stream()
                .anyMatch(output -> archives.stream().anyMatch(archive -> archive.packs(output.value())));
    }

    /** Whether it adds something to an archive that another wiring makes. */
    public boolean addsTo(Wiring other) {
        return archives.stream().filter(Archive::adding).anyMatch(more -> other.archives.stream()
                .anyMatch(made -> !made.adding() && made.path().equals(more.path())));
    }

    /**
     * Whether an archive takes the classes of a source.
     *
     * @param compiled the path at which the source is compiled: that of a copy, or its own
     */
    public boolean packs(Archive archive, SourceFile source, String compiled) {
        return classFiles(source, compiled).anyMatch(file -> archive.entry(file).isPresent());
    }

    /** The folder of an archive that the classes of a source go to, by packages; none if they do not go in. */
    public Optional<String> placeOfClasses(Archive archive, SourceFile source) {
        return classFiles(source, source.path())
                .flatMap(file -> archive.entry(file).stream())
                .flatMap(entry -> Paths.before(source.packagePath(), Paths.parent(entry)).stream())
                .findFirst();
    }

    /** Whether an archive takes the classes of any call. */
    public boolean packsClasses(Archive archive) {
        return compilations.stream()
                .flatMap(call -> call.output().stream())
                .anyMatch(output -> archive.packs(output.value()));
    }

    /** Whether a jar holds no classes but another archive of the build: products are handed on in it. */
    public boolean handsOn(Archive archive) {
        return archive.is("jar")
                && !packsClasses(archive)
                && archives.stream()
                        .anyMatch(other ->
                                other != archive && archive.entry(other.path()).isPresent());
    }

    /** The folder of an archive that documentation goes to; none if it does not go in. */
    public Optional<String> documented(Archive archive) {
        return documentation.folders().stream()
                .flatMap(folder -> archive.entry(Paths.join(folder.value(), "index.html")).stream())
                .map(Paths::parent)
                .findFirst();
    }

    /** The Java levels of all calls, as they are written. */
    public List<Setting> levels() {
        return packedFirst().stream().flatMap(c -> c.level().stream()).toList();
    }

    /** The values of an option in all calls. */
    public List<Setting> settings(String option) {
        return packedFirst().stream()
                .flatMap(c -> Optional.ofNullable(c.settings().get(option)).stream())
                .toList();
    }

    /** The innermost folder of a wiring that compiles something which holds a path; empty for the top of the tree. */
    public static String projectOf(List<Wiring> wirings, String path) {
        return wirings.stream()
                .filter(wiring -> !wiring.sources().isEmpty())
                .map(Wiring::folder)
                .filter(folder -> Paths.within(folder, path))
                .max(Comparator.comparingInt(String::length))
                .orElse("");
    }

    /** Whether the folders of all others are within its own. */
    public boolean isAround(Collection<Wiring> others) {
        return others.stream().allMatch(other -> Paths.within(folder, other.folder));
    }

    /** Whether a value that is named so looks like a version. */
    public static boolean isVersion(String value) {
        return value.matches("v?\\d[\\w.+-]*");
    }
}

package dev.pfeiler.ecosystem.jvm.wiring.ant;

import dev.pfeiler.ecosystem.jvm.language.JvmLanguage;
import dev.pfeiler.ecosystem.jvm.wiring.BuildTime;
import dev.pfeiler.ecosystem.jvm.wiring.GeneratorCalls;
import dev.pfeiler.ecosystem.jvm.wiring.JavacOptions;
import dev.pfeiler.ecosystem.jvm.wiring.JavadocOptions;
import dev.pfeiler.ecosystem.jvm.wiring.LanguageOptions;
import dev.pfeiler.ecosystem.jvm.wiring.ManifestFile;
import dev.pfeiler.ecosystem.jvm.wiring.TestRunners;
import dev.pfeiler.ecosystem.jvm.wiring.TextFilter;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.ecosystem.jvm.wiring.WiringBuilder;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.script.Deployment;
import dev.pfeiler.script.ShellText;
import dev.pfeiler.tree.PathSelection;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.Text;
import dev.pfeiler.tree.TreeFile;
import dev.pfeiler.tree.XmlElement;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** What the tasks of a build file would do. */
final class AntTasks {
    private static final Pattern REFERENCE_ALONE = Pattern.compile("\\$\\{[^}]+\\}");

    /**
     * Tasks that decide nothing about what is built; the last ones look through sources and classes, or measure tests, and
     * report.
     */
    private static final Set<String> PLAIN = Set.of(
            """
            mkdir delete echo description fail touch chmod input setproxy move
            fixcrlf checksum junitreport taskdef typedef record sleep
            buildnumber loadproperties loadfile dirname basename length
            whichresource classloader propertyfile replace signjar unzip unjar unwar untar
            depend dependset symlink style xslt echoproperties sql native2ascii antversion cvs apply
            mail local augment bindtargets concat replaceregexp
            checkstyle pmd cpd findbugs spotbugs javancss jdepend sonar
            coverage cobertura-instrument cobertura-merge cobertura-report cobertura-check"""
                    .split("\\s+"));

    /** Start of the names of properties that stand for attributes which a call of the compiler does not state. */
    private static final String JAVAC_DEFAULTS = "ant.build.javac.";

    /** Programs that a build asks for its revision. */
    private static final Set<String> REVISIONS = Set.of("git", "svn", "svnversion", "hg");

    /** Tasks that do something with the products once they are made. */
    private static final Set<String> UPLOADS = Set.of(
            """
            scp sshexec ftp rexec telnet deploy undeploy reload start stop list
            install remove wldeploy serverdeploy"""
                    .strip()
                    .split("\\s+"));

    /** In names of others' tasks that do so. */
    private static final Pattern UPLOADING = Pattern.compile("(?i)upload|deploy|publish");

    /** Tasks that write text, with the attributes that say where. */
    private static final Map<String, String> WRITING = Map.ofEntries(
            Map.entry("replace", "file dir"),
            Map.entry("replaceregexp", "file"),
            Map.entry("propertyfile", "file"),
            Map.entry("buildnumber", "file"),
            Map.entry("echo", "file"),
            Map.entry("echoproperties", "destfile"),
            Map.entry("concat", "destfile"),
            Map.entry("xslt", "out destdir"),
            Map.entry("style", "out destdir"),
            Map.entry("native2ascii", "dest"),
            Map.entry("fixcrlf", "destdir file srcdir"),
            Map.entry("move", "tofile todir"),
            Map.entry("unzip", "dest"),
            Map.entry("unjar", "dest"),
            Map.entry("unwar", "dest"),
            Map.entry("untar", "dest"));

    /** Nested sets of files that go into an archive, and where there. */
    private static final Map<String, String> PARTS = Map.of(
            "fileset", "",
            "zipfileset", "",
            "tarfileset", "",
            "classes", "WEB-INF/classes",
            "lib", "WEB-INF/lib",
            "webinf", "WEB-INF",
            "metainf", "META-INF");

    /** The formats of the properties that each task for the time sets. */
    private static final Map<String, String> TIMES =
            Map.of("DSTAMP", "yyyyMMdd", "TSTAMP", "HHmm", "TODAY", "MMMM d yyyy");

    /** Elements of test runners that hold sets of the classes to run. */
    private static final Set<String> TEST_SETS = Set.of("batchtest", "testclasses");

    /** What a descriptor that an attribute names is called in the archive. */
    private static final Map<String, String> NAMES = Map.of("webxml", "web.xml", "appxml", "application.xml");

    private static final Map<String, String> DESCRIPTORS = Map.of("webxml", "WEB-INF", "appxml", "META-INF");

    private final ProjectTree tree;
    private final AntProperties properties;
    private final WiringBuilder draft;
    private final AntPaths paths;
    private final LoadableClasses classes;
    private final AntFilters filters;
    /** Manifests that the build writes, by file. */
    private final Map<String, Map<String, Wiring.Setting>> manifests = new LinkedHashMap<>();
    /** Folders into which libraries were unpacked so far. */
    private final Map<String, Evidence> unpacked = new LinkedHashMap<>();

    AntTasks(
            ProjectTree tree, AntProperties properties, WiringBuilder draft, Function<String, Optional<String>> maker) {
        this.tree = tree;
        this.paths = new AntPaths(tree, properties, draft, maker);
        this.properties = properties;
        this.draft = draft;
        this.classes = new LoadableClasses(tree);
        this.filters = new AntFilters(tree, properties, paths, draft);
    }

    AntPaths paths() {
        return paths;
    }

    void take(AntElement task) {
        XmlElement element = task.element();
        String name = element.name();
        paths.share(element);
        switch (name) {
            case "path", "classpath" -> paths.path(task);
            case "patternset",
                    "fileset",
                    "filelist",
                    "dirset",
                    "zipfileset",
                    "tarfileset",
                    "filterset",
                    "filterchain" -> {}
            case "mapper", "selector", "propertyset", "resources", "union", "xmlcatalog", "redirector" -> {}
            case "available", "condition", "uptodate" -> condition(task);
            case "javac" -> javac(task);
            case "jar", "war", "ear" -> archive(task);
            case "zip", "tar" -> distribution(task);
            case "gzip", "bzip2" -> rename(element, "src", "destfile", "zipfile");
            case "move" -> {
                if (!rename(element, "file", "tofile")) other(task);
            }
            case "manifest" -> manifest(task);
            case "unzip", "unjar" -> unpack(task);
            case "tstamp" -> time(task);
            case "pathconvert" -> pathConvert(task);
            case "java" -> java(task);
            case "junit", "testng" -> testRun(task, element);
            case "junitlauncher" ->
                element.all().filter(e -> e.name().equals("fork")).forEach(fork -> testRun(task, fork));
            case "javadoc" -> {
                JavadocOptions.task(element, paths::value, task.evidence(), draft.documentation);
                paths.inside(paths.value(element, "destdir"))
                        .ifPresent(folder -> draft.documented.add(new Wiring.Setting(folder, task.evidence())));
            }
            case "copy", "sync" -> copy(task);
            case "filter" -> filters.share(element);
            case "groovyc", "scalac", "kotlinc" ->
                compiler(LanguageOptions.compiled(name).orElseThrow(), task);
            case "get" -> fetch(task);
            case "exec", "script", "scriptdef", "rmic", "javah" -> leave(task);
            default -> other(task);
        }
    }

    /** Notes a task whose doing is not followed. */
    void leave(AntElement task) {
        // it answers into a property; what depends on that is seen where it is used
        boolean asks = task.element().attributes().containsKey("outputproperty")
                && REVISIONS.contains(paths.value(task.element(), "executable"));
        if (asks) return;
        Optional<String> deployment = deployment(task.element());
        if (deployment.isPresent()) draft.uploads.add(new Wiring.Setting(deployment.get(), task.evidence()));
        else draft.leaveStep(described(task.element()), "is run by the build and was not analyzed", task.evidence());
    }

    /** What a program that a task starts does outside. */
    private Optional<String> deployment(XmlElement element) {
        List<String> words = new ArrayList<>(List.of(paths.value(element, "executable")));
        words.addAll(ShellText.words(paths.value(element, "command")));
        element.children("arg").forEach(argument -> {
            words.add(paths.value(argument, "value"));
            words.addAll(ShellText.words(paths.value(argument, "line")));
        });
        words.removeIf(String::isEmpty);
        return Deployment.of(words);
    }

    /** A library that is unpacked to go into an archive; other archives are taken for something that is written. */
    private void unpack(AntElement task) {
        Optional<String> library = paths.inside(paths.value(task.element(), "src"))
                .filter(path -> path.endsWith(".jar") && tree.has(path));
        Optional<String> folder = paths.inside(paths.value(task.element(), "dest"));
        if (library.isPresent() && folder.isPresent()) unpacked.put(folder.get(), task.evidence());
        else other(task);
    }

    private void other(AntElement task) {
        String name = task.element().name();
        Optional<String> tool = GeneratorCalls.program(name);
        if (tool.isPresent()) {
            String output = Arrays.asList("outputdirectory", "destdir", "dest").stream()
                    .map(attribute -> paths.value(task.element(), attribute))
                    .filter(value -> !value.isEmpty())
                    .findFirst()
                    .flatMap(paths::inside)
                    .orElse("");
            List<String> inputs = List.of("target", "grammar", "file", "schema").stream()
                    .flatMap(attribute -> paths.inside(paths.value(task.element(), attribute)).stream())
                    .filter(tree::has)
                    .toList();
            draft.generators.add(new Wiring.Generator(tool.get(), inputs, output, task.evidence()));
        } else if (UPLOADS.contains(name) || UPLOADING.matcher(name).find()) {
            draft.uploads.add(new Wiring.Setting("<" + name + ">", task.evidence()));
        } else if (PLAIN.contains(name)) {
            written(task.element()).ifPresent(path -> draft.writes(described(task.element()), path, task.evidence()));
        } else {
            draft.leaveStep("<" + name + ">", "is an unknown task", task.evidence());
        }
    }

    /** The file or folder that a task writes to, as far as it says so. */
    private Optional<String> written(XmlElement element) {
        if (!WRITING.containsKey(element.name())) return Optional.empty();
        return Arrays.stream(WRITING.get(element.name()).split(" "))
                .map(attribute -> paths.value(element, attribute))
                .filter(value -> !value.isEmpty())
                .findFirst()
                .flatMap(paths::inside);
    }

    private String described(XmlElement element) {
        String what = paths.value(element, "executable") + paths.value(element, "src") + paths.value(element, "dir");
        return "<" + element.name() + ">" + (what.isEmpty() ? "" : " " + what);
    }

    private void condition(AntElement task) {
        XmlElement element = task.element();
        boolean holds =
                element.name().equals("condition") ? element.children().stream().allMatch(this::holds) : holds(element);
        String name = paths.value(element, "property");
        String otherwise = paths.value(element, "else");
        String value = element.attributes().containsKey("value") ? paths.value(element, "value") : "true";
        if (holds) properties.set(name, value, task.evidence());
        else if (!otherwise.isEmpty()) properties.set(name, otherwise, task.evidence());
    }

    /** Properties with the time of the build. Source: the build tool's manual on the task. */
    private void time(AntElement task) {
        String prefix = paths.value(task.element(), "prefix");
        String start = prefix.isEmpty() || prefix.endsWith(".") ? prefix : prefix + ".";
        Map<String, String> formats = new LinkedHashMap<>();
        // the first setting of a name stands; one with an offset is another time than that of the build
        task.element()
                .children("format")
                .filter(format -> paths.value(format, "offset").isEmpty())
                .forEach(
                        format -> formats.putIfAbsent(paths.value(format, "property"), paths.value(format, "pattern")));
        TIMES.forEach(formats::putIfAbsent);
        formats.forEach((name, format) ->
                BuildTime.reference(format).ifPresent(time -> properties.set(start + name, time, task.evidence())));
    }

    private boolean available(XmlElement element) {
        String file = paths.value(element, "file");
        String name = paths.value(element, "classname");
        if (!name.isEmpty()) return classes.has(name, classPath(new AntElement(draft.files.get(0), element)));
        return paths.inside(file)
                .filter(p -> tree.has(p) || tree.folders().contains(p))
                .isPresent();
    }

    /** Whether nothing is there that a target could be older than; what the build makes first is not known to be old. */
    private boolean withoutSources(XmlElement upToDate) {
        List<Wiring.Content> sources = upToDate.children("srcfiles")
                .flatMap(set -> paths.contents(set, "").stream())
                .toList();
        return !sources.isEmpty()
                && sources.stream().allMatch(content -> tree.folders().contains(content.path()))
                && tree.files().stream().noneMatch(file -> sources.stream()
                        .anyMatch(content -> content.entry(file.path()).isPresent()));
    }

    private boolean holds(XmlElement condition) {
        return switch (condition.name()) {
            case "and" -> condition.children().stream().allMatch(this::holds);
            case "or" -> condition.children().stream().anyMatch(this::holds);
            case "not" -> condition.children().stream().noneMatch(this::holds);
            case "isset" -> properties.isSet(paths.value(condition, "property"));
            case "istrue" -> paths.isTrue(condition, "value");
            case "isfalse" -> !paths.isTrue(condition, "value");
            case "equals" -> paths.value(condition, "arg1").equals(paths.value(condition, "arg2"));
            case "available" -> available(condition);
            case "uptodate" -> withoutSources(condition);
            default -> false;
        };
    }

    private List<Wiring.SourceFolder> sources(AntElement task, String attribute) {
        XmlElement e = task.element();
        List<String> including = paths.patterns(e, "include");
        List<String> excluding = paths.patterns(e, "exclude");
        Set<String> folders = new LinkedHashSet<>();
        for (String part : paths.value(e, attribute).split(AntPaths.SEPARATOR))
            paths.inside(part.strip()).ifPresent(folders::add);
        e.children("src").forEach(src -> paths.entries(task.file(), src).forEach(entry -> folders.add(entry.path())));
        return folders.stream()
                .map(f -> new Wiring.SourceFolder(f, true, false, including, excluding, task.evidence()))
                .toList();
    }

    private List<Wiring.Library> classPath(AntElement task) {
        XmlElement e = task.element();
        List<Wiring.Library> classPath = new ArrayList<>();
        paths.addPath(paths.value(e, "classpath"), task.evidence(), classPath);
        String reference = paths.value(e, "classpathref");
        if (!reference.isEmpty()) {
            paths.named(reference)
                    .ifPresentOrElse(
                            classPath::addAll, () -> draft.leave(reference, "is an undefined path", task.evidence()));
        }
        e.children("classpath").forEach(child -> classPath.addAll(paths.entries(task.file(), child)));
        return classPath;
    }

    /** A task for another language than Java; with a task for Java in it, both are compiled together. */
    private void compiler(JvmLanguage language, AntElement task) {
        XmlElement e = task.element();
        Map<String, Wiring.Setting> settings = new LinkedHashMap<>();
        List<Wiring.Setting> flags = new ArrayList<>();
        setting(task, "encoding").ifPresent(s -> settings.put("-encoding", s));
        for (String attribute : List.of("target", "targetbytecode", "jvmtarget", "release"))
            setting(task, attribute)
                    .ifPresent(s -> settings.put(
                            "-target", new Wiring.Setting(s.value().replaceFirst("^jvm-", ""), s.evidence())));
        String further = paths.value(e, "addparams");
        List<String> words = Stream.concat(
                        Arrays.stream(further.split("\\s+")),
                        e.children("compilerarg").map(arg -> paths.value(arg, "value")))
                .filter(word -> !word.isBlank())
                .toList();
        LanguageOptions.take(language, words, task.evidence(), settings, flags);
        Optional<XmlElement> joint = e.child("javac");
        if (joint.isPresent()) {
            flags.add(new Wiring.Setting(LanguageOptions.JOINT, task.evidence()));
            for (String attribute : List.of("source", "target")) {
                String value = paths.value(joint.get(), attribute);
                if (!value.isEmpty()) settings.putIfAbsent("-" + attribute, new Wiring.Setting(value, task.evidence()));
            }
        }
        List<Wiring.SourceFolder> sources = new ArrayList<>(sources(task, "srcdir"));
        if (sources.isEmpty()) sources.addAll(sources(task, "src"));
        Optional<Wiring.Setting> output = setting(task, "destdir")
                .or(() -> setting(task, "output"))
                .flatMap(s -> paths.inside(s.value()).map(path -> new Wiring.Setting(path, s.evidence())));
        draft.compilations.add(
                new Wiring.Compilation(sources, classPath(task), output, settings, flags, task.evidence(), language));
    }

    private void javac(AntElement task) {
        XmlElement e = task.element();
        List<Wiring.SourceFolder> sources = sources(task, "srcdir");
        List<Wiring.Library> classPath = classPath(task);
        Map<String, Wiring.Setting> settings = new LinkedHashMap<>();
        Map<String, String> options =
                Map.of("source", "-source", "target", "-target", "release", "--release", "encoding", "-encoding");
        options.forEach((attribute, option) -> setting(task, attribute).ifPresent(s -> settings.put(option, s)));
        if (!settings.containsKey("--release"))
            for (String attribute : List.of("source", "target"))
                properties
                        .get(JAVAC_DEFAULTS + attribute)
                        .ifPresent(s -> settings.putIfAbsent(options.get(attribute), s));
        List<Wiring.Setting> flags = new ArrayList<>();
        if (!paths.isTrue(e, "debug")) flags.add(new Wiring.Setting("-g:none", task.evidence()));
        List<String> words = e.children("compilerarg")
                .flatMap(arg -> Stream.concat(
                        Arrays.stream((paths.value(arg, "value") + " " + paths.value(arg, "line"))
                                .strip()
                                .split("\\s+")),
                        pathArgument(task, arg).stream()))
                .filter(word -> !word.isEmpty())
                .toList();
        JavacOptions.take(words, task.evidence(), settings, flags);
        settings.computeIfPresent(Wiring.Compilation.PROCESSOR_PATH, (option, path) -> {
            List<Wiring.Library> entries = new ArrayList<>();
            paths.addPath(path.value(), task.evidence(), entries);
            return WiringBuilder.path(entries, task.evidence());
        });
        settings.computeIfPresent(Wiring.Compilation.GENERATED_SOURCES, (option, to) -> paths.inside(to.value())
                .map(path -> new Wiring.Setting(path, task.evidence()))
                .orElse(null));
        Optional<Wiring.Setting> output = setting(task, "destdir")
                .flatMap(s -> paths.inside(s.value()).map(path -> new Wiring.Setting(path, s.evidence())));
        Wiring.Compilation compilation =
                new Wiring.Compilation(sources, classPath, output, settings, flags, task.evidence());
        // the Kotlin compiler's adapter for this task sees the same sources, and compiles first
        if (e.child("withkotlin").isPresent())
            draft.compilations.add(compilation.in(JvmLanguage.KOTLIN, settings, List.of()));
        draft.compilations.add(compilation);
    }

    /** A path that is passed to the compiler, by its entries or by a reference, as one argument. */
    private Optional<String> pathArgument(AntElement task, XmlElement argument) {
        String reference = paths.value(argument, "pathref");
        List<Wiring.Library> entries = new ArrayList<>();
        if (!reference.isEmpty()) entries.addAll(paths.named(reference).orElse(List.of()));
        paths.addPath(paths.value(argument, "path"), task.evidence(), entries);
        if (entries.isEmpty()) return Optional.empty();
        return Optional.of(
                entries.stream().map(entry -> Wiring.TOP + entry.path()).collect(Collectors.joining(":")));
    }

    private Optional<Wiring.Setting> setting(AntElement task, String attribute) {
        String written = task.element().attribute(attribute);
        if (written.isEmpty()) return Optional.empty();
        String value = properties.expand(written);
        if (value.contains("${")) return Optional.empty();
        // where the attribute only names a property, the property's own line is what a user would change
        Optional<Wiring.Setting> property = REFERENCE_ALONE.matcher(written).matches()
                ? properties.get(written.substring(2, written.length() - 1))
                : Optional.empty();
        return Optional.of(
                new Wiring.Setting(value, property.map(Wiring.Setting::evidence).orElse(task.evidence())));
    }

    private void archive(AntElement task) {
        XmlElement e = task.element();
        Optional<String> path = archivePath(e);
        if (path.isEmpty()) return;
        List<Wiring.Content> contents = new ArrayList<>();
        paths.content(e, "basedir", "").ifPresent(contents::add);
        DESCRIPTORS.forEach((attribute, folder) -> paths.inside(paths.value(e, attribute))
                .filter(tree::has)
                .ifPresent(descriptor ->
                        contents.add(Wiring.Content.of(tree, descriptor, folder).as(NAMES.get(attribute)))));
        contents.addAll(parts(task));
        Optional<Evidence> merged = e.children().stream()
                .filter(child -> child.name().equals("zipgroupfileset")
                        || child.name().equals("zipfileset")
                                && paths.value(child, "src").endsWith(".jar"))
                .map(child -> new Evidence(task.file(), child.line(), child.tag()))
                .findFirst()
                .or(() -> contents.stream()
                        .flatMap(content -> Optional.ofNullable(unpacked.get(content.path())).stream())
                        .findFirst());
        Map<String, Wiring.Setting> manifest = new LinkedHashMap<>();
        paths.inside(paths.value(e, "manifest")).ifPresent(file -> {
            manifest.putAll(manifests.getOrDefault(file, Map.of()));
            if (tree.has(file)) ManifestFile.read(tree, file).ifPresent(read -> manifest.putAll(read.attributes()));
            else copiedManifest(file).ifPresent(manifest::putAll);
        });
        e.children("manifest").forEach(written -> manifest.putAll(attributes(task.file(), written)));
        Optional.ofNullable(manifest.get("Main-Class")).ifPresent(draft.mainClasses::add);
        Wiring.Archive made = new Wiring.Archive(path.get(), contents, manifest, merged, task.evidence());
        if (!updates(e)) draft.archives.add(made);
        else if (!draft.adds(made)) draft.archives.add(made.asAddition());
        if (e.name().equals("war")) warFolder(task);
    }

    /** Whether a task adds to an archive that is there. */
    boolean updates(XmlElement task) {
        return paths.isTrue(task, "update");
    }

    /** A manifest that the build copies before it packs it, with what is replaced in it on the way. */
    private Optional<Map<String, Wiring.Setting>> copiedManifest(String file) {
        for (Wiring.Copy copy : draft.copies) {
            if (!Paths.within(copy.to(), file)) continue;
            String place = Paths.relative(copy.to(), file);
            Optional<ManifestFile> read = tree.under(copy.content().path())
                    .map(TreeFile::path)
                    .filter(path -> copy.content().entry(path).equals(Optional.of(place)))
                    .findFirst()
                    .flatMap(path -> ManifestFile.read(tree, path));
            if (read.isEmpty()) continue;
            Map<String, Wiring.Setting> attributes = new LinkedHashMap<>();
            read.get().attributes().forEach((key, stated) -> {
                String value = stated.value();
                for (TextFilter filter : copy.filters()) value = filter.apply(value);
                attributes.put(key, new Wiring.Setting(value, stated.evidence()));
            });
            return Optional.of(attributes);
        }
        return Optional.empty();
    }

    /** Where a task makes an archive, if that is in the project. */
    Optional<String> archivePath(XmlElement task) {
        return Stream.of("destfile", "jarfile", "warfile", "earfile", "zipfile", "file")
                .map(attribute -> paths.value(task, attribute))
                .filter(value -> !value.isEmpty())
                .findFirst()
                .flatMap(paths::inside);
    }

    /** A manifest that is written to a file, from which archives are made later. */
    private void manifest(AntElement task) {
        paths.inside(paths.value(task.element(), "file")).ifPresent(file -> manifests
                .computeIfAbsent(file, f -> new LinkedHashMap<>())
                .putAll(attributes(task.file(), task.element())));
    }

    private Map<String, Wiring.Setting> attributes(String file, XmlElement manifest) {
        Map<String, Wiring.Setting> attributes = new LinkedHashMap<>();
        manifest.children("attribute")
                .forEach(a -> attributes.put(
                        ManifestFile.attribute(paths.value(a, "name")),
                        new Wiring.Setting(paths.value(a, "value"), new Evidence(file, a.line(), a.tag()))));
        return attributes;
    }

    /** What nested sets of files add to an archive. */
    private List<Wiring.Content> parts(AntElement task) {
        List<Wiring.Content> contents = new ArrayList<>();
        for (XmlElement child : task.element().children()) {
            if (child.name().equals("mappedresources")) contents.addAll(mapped(task, child));
            if (!PARTS.containsKey(child.name())) continue;
            XmlElement set = paths.referenced(child);
            String prefix = Paths.join(
                    PARTS.get(child.name()), Paths.withoutRoot(Paths.withoutSlash(paths.value(set, "prefix"))));
            String whole = paths.value(set, "fullpath");
            if (whole.isEmpty()) contents.addAll(paths.contents(set, prefix));
            else
                paths.contents(set, Paths.parent(whole))
                        .forEach(content -> contents.add(content.as(Paths.name(whole))));
        }
        return contents;
    }

    /** An archive in which a program is handed on. */
    private void distribution(AntElement task) {
        XmlElement e = task.element();
        String file = paths.value(e, "destfile") + paths.value(e, "zipfile") + paths.value(e, "tarfile");
        Optional<String> path = paths.inside(file);
        if (path.isEmpty()) return;
        List<Wiring.Content> contents = new ArrayList<>();
        paths.content(e, "basedir", "").ifPresent(contents::add);
        contents.addAll(parts(task));
        // a program may be packed with the task for any archive
        boolean program = Set.of("jar", "war", "ear").contains(Paths.extension(path.get()));
        (program ? draft.archives : draft.distributions)
                .add(new Wiring.Archive(path.get(), contents, Map.of(), Optional.empty(), task.evidence()));
    }

    /** A file is fetched: one that the tree has is read there, and a library is one that is missing. */
    private void fetch(AntElement task) {
        String dest = paths.value(task.element(), "dest");
        String name = Paths.name(paths.value(task.element(), "src"));
        Optional<String> path = paths.inside(dest).map(to -> to.endsWith(name) ? to : Paths.join(to, name));
        if (path.isPresent() && tree.has(path.get())) return;
        if (path.isPresent() && path.get().endsWith(".jar")) {
            draft.absent.add(path.get());
            draft.leave(path.get(), "is fetched by the build and is not in this project", task.evidence());
        } else leave(task);
    }

    /** An archive is moved, or replaced by what it is compressed to; whether it is an archive that was made. */
    private boolean rename(XmlElement task, String from, String... attributes) {
        Optional<String> made = paths.inside(paths.value(task, from));
        Optional<String> goal = Stream.of(attributes)
                .map(attribute -> paths.value(task, attribute))
                .filter(value -> !value.isEmpty())
                .findFirst()
                .flatMap(paths::inside);
        return made.isPresent() && goal.isPresent() && draft.renamed(made.get(), goal.get());
    }

    /** A property made of a path: its entries with something between them, as mappers rename them. */
    private void pathConvert(AntElement task) {
        XmlElement e = task.element();
        List<Wiring.Library> entries = new ArrayList<>();
        if (!paths.value(e, "refid").isEmpty())
            entries.addAll(paths.named(paths.value(e, "refid")).orElse(List.of()));
        entries.addAll(paths.entries(task.file(), e.with(Map.of(), e.children())));
        boolean flat = e.all()
                .anyMatch(child -> child.name().equals("flattenmapper")
                        || paths.value(child, "type").equals("flatten"));
        Optional<XmlElement> glob = e.all().filter(this::isGlobMapper).findFirst();
        boolean understood = e.all()
                .noneMatch(child -> child.name().equals("map")
                        || child.name().endsWith("mapper")
                                && !Set.of("flattenmapper", "globmapper", "chainedmapper", "mapper")
                                        .contains(child.name()));
        // without a mapper, the paths would be those of this machine
        if (!understood || !flat || entries.isEmpty()) return;
        String to = glob.map(mapper -> paths.value(mapper, "to")).orElse("*");
        String separator = e.attributes().containsKey("pathsep") ? paths.value(e, "pathsep") : ":";
        String value = entries.stream()
                .map(entry -> to.replace("*", Paths.name(entry.path())))
                .collect(Collectors.joining(separator));
        properties.set(paths.value(e, "property"), value, task.evidence());
    }

    /** Files that go into an archive one by one, where a mapper says. */
    private List<Wiring.Content> mapped(AntElement task, XmlElement resources) {
        String prefix = resources
                .all()
                .filter(e -> e.name().endsWith("mapper"))
                .map(e -> paths.value(e, "to"))
                .filter(to -> to.endsWith("/*"))
                .map(to -> to.substring(0, to.length() - 2))
                .findFirst()
                .orElse("");
        return paths.entries(task.file(), resources).stream()
                .map(entry -> Wiring.Content.of(tree, entry.path(), prefix))
                .toList();
    }

    /** A call of a test runner; the properties, words and folder stand at the task or at its fork. */
    private void testRun(AntElement task, XmlElement e) {
        Map<String, Wiring.Setting> properties = new LinkedHashMap<>();
        e.children("sysproperty").forEach(p -> properties.put(paths.value(p, "key"), valueOf(task, p)));
        Map<String, Wiring.Setting> environment = new LinkedHashMap<>();
        e.children("env").forEach(p -> environment.put(paths.value(p, "key"), valueOf(task, p)));
        List<Wiring.Setting> words = e.children("jvmarg")
                .flatMap(arg -> Arrays.stream((paths.value(arg, "value") + " " + paths.value(arg, "line"))
                                .strip()
                                .split("\\s+"))
                        .filter(word -> !word.isEmpty())
                        .map(word -> new Wiring.Setting(word, place(task, arg))))
                .toList();
        Optional<Wiring.Setting> folder = paths.inside(paths.value(e, "dir"))
                .filter(dir -> !dir.isEmpty())
                .map(dir -> new Wiring.Setting(Wiring.TOP + dir, place(task, e)));
        draft.testRuns.add(new Wiring.TestRun(
                properties, environment, words, isolated(e), folder, tested(task.element()), place(task, e)));
    }

    /** Whether a task starts a virtual machine for each test class, as it does where it starts any, unless it says else. */
    private boolean isolated(XmlElement junit) {
        boolean forks =
                paths.isTrue(junit, "fork") || junit.children().stream().anyMatch(child -> paths.isTrue(child, "fork"));
        String mode = paths.value(junit, "forkmode");
        return junit.name().equals("junit") && forks && (mode.isEmpty() || mode.equalsIgnoreCase("perTest"));
    }

    /** The classes that a test runner is given, one by one or as sets of files; none if they are not all known. */
    private List<PathSelection> tested(XmlElement runner) {
        List<PathSelection> classes = new ArrayList<>();
        for (XmlElement child : runner.children()) {
            if (!paths.applies(child)) continue;
            if (child.name().equals("test")) classes.add(TestRunners.ofClass(paths.value(child, "name")));
            if (TEST_SETS.contains(child.name()))
                child.children("fileset")
                        .map(paths::referenced)
                        .map(set -> TestRunners.ofFiles(paths.patterns(set, "include"), paths.patterns(set, "exclude")))
                        .forEach(classes::add);
        }
        boolean unknown = classes.stream()
                .flatMap(one -> Stream.concat(one.includes().stream(), one.excludes().stream()))
                .anyMatch(pattern -> pattern.contains("$"));
        return unknown ? List.of() : classes;
    }

    private Wiring.Setting valueOf(AntElement task, XmlElement e) {
        String file = paths.value(e, "file") + paths.value(e, "path");
        String value = file.isEmpty()
                ? paths.value(e, "value")
                : paths.inside(file).map(Wiring.TOP::concat).orElse(file);
        return new Wiring.Setting(value, place(task, e));
    }

    private static Evidence place(AntElement task, XmlElement e) {
        return new Evidence(task.file(), e.line(), e.tag());
    }

    /** The folder whose files a web archive takes as they are. */
    private void warFolder(AntElement task) {
        task.element()
                .children("fileset")
                .flatMap(set -> paths.inside(paths.value(paths.referenced(set), "dir")).stream())
                .filter(dir -> tree.folders().contains(dir))
                .max((a, b) -> Boolean.compare(
                        tree.folders().contains(Paths.join(a, "WEB-INF")),
                        tree.folders().contains(Paths.join(b, "WEB-INF"))))
                .ifPresent(dir -> draft.webRoots.add(new Wiring.Setting(dir, task.evidence())));
    }

    private boolean isGlobMapper(XmlElement element) {
        return element.name().equals("globmapper")
                || paths.value(element, "type").equals("glob");
    }

    /** Files of contents get the names that a mapper gives them; those that it does not match are not copied. */
    private void rename(List<Wiring.Content> contents, String from, String to) {
        String start = Text.before(from, "*");
        String end = from.substring(Math.min(from.length(), start.length() + 1));
        List<Wiring.Content> renamed = contents.stream()
                .flatMap(content -> tree.under(content.path())
                        .map(file -> Paths.relative(content.path(), file.path()))
                        .filter(path -> content.takes(path)
                                && path.startsWith(start)
                                && path.endsWith(end)
                                && path.length() >= start.length() + end.length())
                        .map(path -> {
                            String star = path.substring(start.length(), path.length() - end.length());
                            String now = Paths.join(content.prefix(), to.replace("*", star));
                            String file = Paths.join(content.path(), path);
                            return new Wiring.Content(
                                            Paths.parent(file), Paths.parent(now), List.of(Paths.name(file)), List.of())
                                    .as(Paths.name(now));
                        }))
                .toList();
        contents.clear();
        contents.addAll(renamed);
    }

    /** A copy into a folder of classes makes resources of what is copied. */
    private void copy(AntElement task) {
        XmlElement e = task.element();
        Optional<String> toFile = paths.inside(paths.value(e, "tofile"));
        Optional<String> to = toFile.map(Paths::parent).or(() -> paths.inside(paths.value(e, "todir")));
        if (to.isEmpty()) return;
        List<Wiring.Content> contents = new ArrayList<>();
        paths.inside(paths.value(e, "file"))
                .filter(path -> !path.isEmpty())
                .ifPresent(path -> contents.add(Wiring.Content.of(tree, path, "")));
        e.children("fileset").forEach(set -> contents.addAll(paths.contents(paths.referenced(set), "")));
        e.children("path")
                .flatMap(path -> paths.entries(task.file(), path).stream())
                .forEach(entry -> contents.add(Wiring.Content.of(tree, entry.path(), "")));
        toFile.ifPresent(file -> contents.replaceAll(content -> content.as(Paths.name(file))));
        e.children().stream()
                .filter(this::isGlobMapper)
                .findFirst()
                .ifPresent(mapper -> rename(contents, paths.value(mapper, "from"), paths.value(mapper, "to")));
        List<TextFilter> replaced = filters.of(task);
        contents.forEach(content -> draft.copies.add(new Wiring.Copy(to.get(), content, replaced, task.evidence())));
    }

    private void java(AntElement task) {
        String name = paths.value(task.element(), "classname");
        if (name.isEmpty()) return;
        Optional<String> tool = GeneratorCalls.mainClass(name);
        if (tool.isEmpty()) {
            draft.mainClasses.add(new Wiring.Setting(name, task.evidence()));
            return;
        }
        List<String> words = task.element()
                .children("arg")
                .flatMap(arg -> Arrays.stream(
                        (paths.value(arg, "value") + paths.value(arg, "file") + " " + paths.value(arg, "line"))
                                .strip()
                                .split("\\s+")))
                .collect(Collectors.toList());
        draft.generators.add(GeneratorCalls.call(tool.get(), words, paths::inside, tree, task.evidence()));
    }
}

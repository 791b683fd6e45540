package dev.pfeiler.ecosystem.jvm.wiring.script;

import dev.pfeiler.ecosystem.jvm.language.ClassNames;
import dev.pfeiler.ecosystem.jvm.language.JvmLanguage;
import dev.pfeiler.ecosystem.jvm.wiring.GeneratorCalls;
import dev.pfeiler.ecosystem.jvm.wiring.JavacOptions;
import dev.pfeiler.ecosystem.jvm.wiring.JavadocOptions;
import dev.pfeiler.ecosystem.jvm.wiring.LanguageOptions;
import dev.pfeiler.ecosystem.jvm.wiring.TestRunners;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.ecosystem.jvm.wiring.WiringBuilder;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.script.Deployment;
import dev.pfeiler.script.ShellEvaluator;
import dev.pfeiler.tree.PathSelection;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.TreeFile;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.jar.Attributes;
import java.util.jar.Manifest;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** What calls of the JDK's tools in scripts build. Source: the JDK's tool specifications of javac, jar and java. */
public final class ToolCalls {
    private static final Pattern PROGRAM_ENDING = Pattern.compile("(?i)\\.(exe|bat|cmd|sh)$");
    private static final Pattern BATCH_OPTION = Pattern.compile("/[A-Za-z]");
    private static final Pattern DEEP_COPY = Pattern.compile("-\\w*[raR]\\w*|--recursive|--archive|/[sSeE]");
    private static final Pattern DRIVE = Pattern.compile("[A-Za-z]:/.*");
    private static final Pattern PATH_SEPARATOR = Pattern.compile("[:;]");
    private static final Pattern PATH_ENTRIES = Pattern.compile("[;\\s]|:(?![\\\\/])");
    private static final Pattern DOT_FOLDERS = Pattern.compile("^(\\./)+(?=.)");

    /** The variable with options of the virtual machine that tools in a JVM run in. */
    public static final String JAVA_OPTIONS = "JAVA_OPTS";

    private static final Set<String> OTHER_COMPILERS = Set.of("ajc", "native2ascii", "rmic", "javah");
    private static final Set<String> DOWNLOADS = Set.of("curl", "wget", "git", "svn");
    private static final Set<String> INTERPRETERS = Set.of(
            "python", "python3", "perl", "ruby", "node", "ant", "make", "gmake", "mvn", "gradle", "sh", "bash", "cmd");

    private final ProjectTree tree;
    private final ShellEvaluator text;
    private final WiringBuilder draft;

    public ToolCalls(ProjectTree tree, ShellEvaluator text, WiringBuilder draft) {
        this.tree = tree;
        this.text = text;
        this.draft = draft;
    }

    /** Takes a command whose variables are expanded; it is run in a folder of the tree. */
    public void take(List<String> arguments, String folder, Evidence evidence) {
        if (arguments.isEmpty()) return;
        String program = PROGRAM_ENDING
                .matcher(Paths.name(arguments.get(0).replace('\\', '/')))
                .replaceFirst("");
        List<String> rest = arguments.subList(1, arguments.size());
        Optional<String> deployment = Deployment.of(arguments);
        if (deployment.isPresent()) {
            draft.uploads.add(new Wiring.Setting(deployment.get(), evidence));
            return;
        }
        switch (program) {
            case "javac" -> javac(rest, folder, evidence);
            case "jar" -> jar(rest, folder, evidence);
            case "zip", "tar" -> distribution(program, rest, folder, evidence);
            case "gzip", "bzip2", "xz" -> compressed(program, rest, folder);
            case "mv", "move", "ren" -> moved(rest, folder);
            case "javadoc" -> {
                JavadocOptions.call(rest, evidence, draft.documentation);
                int output = rest.indexOf("-d") + 1;
                if (output > 0 && output < rest.size())
                    inside(rest.get(output), folder)
                            .ifPresent(path -> draft.documented.add(new Wiring.Setting(path, evidence)));
            }
            case "java", "javaw" -> java(rest, folder, evidence);
            case "cp", "copy", "xcopy" -> copy(rest, folder, evidence);
            case "mkdir" -> rest.forEach(word -> inside(word, folder).ifPresent(draft.made::add));
            default -> {
                Optional<String> generator = GeneratorCalls.program(program);
                Optional<JvmLanguage> language = LanguageOptions.compiled(program);
                if (language.isPresent()) compiler(language.get(), rest, folder, evidence);
                else if (generator.isPresent()) generator(generator.get(), rest, folder, evidence);
                else if (OTHER_COMPILERS.contains(program))
                    draft.leaveStep(program, "is run by the build and was not analyzed", evidence);
                else if (DOWNLOADS.contains(program))
                    draft.leave(program, "accesses the network; the build tool will not do that", evidence);
                else if (INTERPRETERS.contains(program) && !isOfOtherPart(arguments, folder))
                    draft.leaveStep(String.join(" ", arguments), "is run by the build and was not analyzed", evidence);
            }
        }
    }

    /** Whether a command builds another part of the tree, which has a build of its own. */
    private boolean isOfOtherPart(List<String> arguments, String folder) {
        return tree.isElsewhere(folder)
                || arguments.stream().anyMatch(word -> Paths.normal(Paths.join(folder, word))
                        .filter(tree::isElsewhere)
                        .isPresent());
    }

    private void copy(List<String> arguments, String folder, Evidence evidence) {
        List<String> paths = arguments.stream()
                .filter(w -> !w.startsWith("-") && !BATCH_OPTION.matcher(w).matches())
                .toList();
        if (paths.size() < 2) return;
        Optional<String> to = inside(paths.get(paths.size() - 1), folder);
        if (to.isEmpty()) return;
        boolean deep = arguments.stream().anyMatch(w -> DEEP_COPY.matcher(w).matches());
        for (String from : paths.subList(0, paths.size() - 1)) {
            for (Wiring.Content content : copied(from, to.get(), folder, deep))
                draft.copies.add(new Wiring.Copy(to.get(), content, List.of(), evidence));
        }
    }

    /**
     * What a copy lays into a folder: files, or folders with all that is in them.
     *
     * @param deep whether it copies what is in folders, too
     */
    private List<Wiring.Content> copied(String from, String to, String folder, boolean deep) {
        String plain = from.replace('\\', '/');
        boolean inner = plain.endsWith("/*") || plain.endsWith("/.");
        if (inner) {
            List<String> including = deep ? List.of() : List.of("*");
            return inside(plain.substring(0, plain.length() - 2), folder)
                    .filter(path -> !path.isEmpty())
                    .map(path -> List.of(new Wiring.Content(path, "", including, List.of())))
                    .orElse(List.of());
        }
        // a folder keeps its name, where the one it is copied to is there already
        boolean there = tree.folders().contains(to)
                || Stream.concat(
                                draft.made.stream(), draft.compilations.stream().flatMap(c -> c.output().stream()
                                        .map(Wiring.Setting::value)))
                        .anyMatch(made -> Paths.within(to, made));
        List<Wiring.Content> contents = new ArrayList<>();
        for (String path : text.glob(plain, folder)) {
            Optional<String> inside = inside(path, folder).filter(p -> !p.isEmpty());
            if (inside.isEmpty()) continue;
            boolean named = there && tree.folders().contains(inside.get());
            contents.add(Wiring.Content.of(tree, inside.get(), named ? Paths.name(inside.get()) : ""));
        }
        return contents;
    }

    private void generator(String tool, List<String> arguments, String folder, Evidence evidence) {
        draft.generators.add(GeneratorCalls.call(tool, arguments, path -> inside(path, folder), tree, evidence));
    }

    private Optional<String> inside(String path, String folder) {
        String plain = path.replace('\\', '/');
        if (plain.startsWith("/") || DRIVE.matcher(plain).matches()) return Optional.empty();
        return Paths.normal(Paths.join(folder, plain));
    }

    private void javac(List<String> arguments, String folder, Evidence evidence) {
        Map<String, Wiring.Setting> settings = new LinkedHashMap<>();
        List<Wiring.Setting> flags = new ArrayList<>();
        List<String> rest = JavacOptions.take(withArgumentFiles(arguments, folder), evidence, settings, flags);
        Set<String> files = new LinkedHashSet<>();
        for (String word : rest) {
            for (String path : text.glob(word.replace('\\', '/'), folder))
                inside(path, folder).filter(tree::has).ifPresent(files::add);
        }
        modules(settings, folder).forEach(files::add);
        settings.computeIfPresent(
                Wiring.Compilation.PROCESSOR_PATH,
                (option, path) -> WiringBuilder.path(classPath(path.value(), folder, evidence), evidence));
        settings.computeIfPresent(Wiring.Compilation.GENERATED_SOURCES, (option, to) -> inside(to.value(), folder)
                .map(path -> new Wiring.Setting(path, evidence))
                .orElse(null));
        compilation(JvmLanguage.JAVA, files, settings, flags, folder, evidence);
    }

    /** The sources of the modules that a call names instead of files. */
    private Stream<String> modules(Map<String, Wiring.Setting> settings, String folder) {
        Wiring.Setting named = settings.get("--module");
        Wiring.Setting path = settings.get(Wiring.Compilation.MODULE_SOURCE_PATH);
        if (named == null || path == null) return Stream.of();
        return Arrays.stream(named.value().split(","))
                .flatMap(module -> Arrays.stream(path.value().split(":"))
                        .map(entry -> entry.contains("*") ? entry.replace("*", module) : entry + "/" + module))
                .flatMap(entry -> inside(entry, folder).stream())
                .flatMap(tree::under)
                .map(TreeFile::path)
                .filter(file -> JvmLanguage.of(file).equals(Optional.of(JvmLanguage.JAVA)));
    }

    /** A call of the compiler of a language other than Java, which takes folders as well as files. */
    private void compiler(JvmLanguage language, List<String> arguments, String folder, Evidence evidence) {
        Map<String, Wiring.Setting> settings = new LinkedHashMap<>();
        List<Wiring.Setting> flags = new ArrayList<>();
        List<String> rest =
                LanguageOptions.take(language, withArgumentFiles(arguments, folder), evidence, settings, flags);
        Set<String> files = new LinkedHashSet<>();
        for (String word : rest) {
            for (String path : text.glob(word.replace('\\', '/'), folder)) {
                Optional<String> inside = inside(path, folder);
                inside.filter(tree::has).ifPresent(files::add);
                inside.filter(tree.folders()::contains).ifPresent(all -> tree.under(all)
                        .map(TreeFile::path)
                        .filter(file -> JvmLanguage.of(file).isPresent())
                        .forEach(files::add));
            }
        }
        if (language == JvmLanguage.GROOVY && !settings.containsKey("-target"))
            draft.javaOptions
                    .flatMap(options -> LanguageOptions.target(options.value())
                            .map(level -> new Wiring.Setting(level, options.evidence())))
                    .ifPresent(level -> settings.put("-target", level));
        archived(settings, flags, folder, evidence);
        compilation(language, files, settings, flags, folder, evidence);
    }

    /** The archive that a compiler writes instead of class files. */
    private void archived(
            Map<String, Wiring.Setting> settings, List<Wiring.Setting> flags, String folder, Evidence evidence) {
        Wiring.Setting output = settings.get("-d");
        boolean runtime = flags.removeIf(flag -> flag.value().equals(LanguageOptions.INCLUDE_RUNTIME));
        if (output == null || !output.value().endsWith(".jar")) return;
        inside(output.value(), folder)
                .ifPresent(path -> draft.archives.add(new Wiring.Archive(
                        path,
                        List.of(new Wiring.Content(path, "", List.of(), List.of())),
                        Map.of(),
                        runtime ? Optional.of(evidence) : Optional.empty(),
                        evidence)));
    }

    private void compilation(
            JvmLanguage language,
            Set<String> files,
            Map<String, Wiring.Setting> settings,
            List<Wiring.Setting> flags,
            String folder,
            Evidence evidence) {
        List<Wiring.SourceFolder> sources = new ArrayList<>();
        Wiring.Setting sourcePath = settings.remove("-sourcepath");
        if (sourcePath != null) {
            for (String part : PATH_SEPARATOR.split(sourcePath.value())) {
                inside(part, folder)
                        .ifPresent(p ->
                                sources.add(new Wiring.SourceFolder(p, true, false, List.of(), List.of(), evidence)));
            }
        }
        files.removeIf(file -> sources.stream().anyMatch(s -> Paths.within(s.path(), file)));
        if (!files.isEmpty()) sources.add(folderOf(files, evidence));
        Wiring.Setting classPath = settings.remove("-cp");
        Wiring.Setting modulePath = settings.remove("--module-path");
        Wiring.Setting output = settings.remove("-d");
        Optional<Wiring.Setting> out = Optional.ofNullable(output)
                .flatMap(o -> inside(o.value(), folder).map(path -> new Wiring.Setting(path, evidence)));
        List<Wiring.Library> libraries = new ArrayList<>();
        if (modulePath != null) libraries.addAll(modulePath(modulePath.value(), folder, evidence));
        if (classPath != null) libraries.addAll(classPath(classPath.value(), folder, evidence));
        draft.compilations.add(new Wiring.Compilation(sources, libraries, out, settings, flags, evidence, language));
    }

    private List<String> withArgumentFiles(List<String> arguments, String folder) {
        List<String> all = new ArrayList<>();
        for (String word : arguments) {
            if (!word.startsWith("@")) all.add(word);
            else
                text.text(word.substring(1).replace('\\', '/'), folder)
                        .ifPresent(t -> all.addAll(ShellEvaluator.pathsIn(t)));
        }
        return all;
    }

    /** The folder that holds the files, without those of its sources that are not among them. */
    private Wiring.SourceFolder folderOf(Set<String> files, Evidence evidence) {
        String common = null;
        for (String file : files) {
            String parent = Paths.parent(file);
            if (common == null) common = parent;
            while (!Paths.within(common, parent)) common = Paths.parent(common);
        }
        String top = common;
        Set<JvmLanguage> given =
                files.stream().flatMap(file -> JvmLanguage.of(file).stream()).collect(Collectors.toSet());
        List<String> missing = tree.under(top)
                .map(TreeFile::path)
                .filter(path -> JvmLanguage.of(path).filter(given::contains).isPresent() && !files.contains(path))
                .map(path -> Paths.relative(top, path))
                .toList();
        return new Wiring.SourceFolder(top, false, false, List.of(), missing, evidence);
    }

    List<Wiring.Library> classPath(String written, String folder, Evidence evidence) {
        List<Wiring.Library> libraries = new ArrayList<>();
        // a drive letter's colon parts nothing
        for (String part : PATH_ENTRIES.split(written)) {
            String plain = part.strip().replace('\\', '/');
            if (plain.isEmpty() || plain.equals(".")) continue;
            String pattern = plain.endsWith("/*") || plain.equals("*") ? plain + ".jar" : plain;
            for (String path : text.glob(pattern, folder)) {
                Optional<String> inside = inside(path, folder);
                boolean there = inside.isPresent()
                        && (tree.has(inside.get()) || tree.folders().contains(inside.get()));
                if (there) libraries.add(new Wiring.Library(inside.get(), false, evidence));
                else if (path.endsWith(".jar") && !path.contains("*") && !made(inside)) {
                    draft.leave(path, "is on the class path but not in this project", evidence);
                } else inside.filter(this::built).ifPresent(p -> libraries.add(new Wiring.Library(p, false, evidence)));
            }
        }
        return libraries;
    }

    /** The entries of a module path: of a folder, the jars in it. */
    private List<Wiring.Library> modulePath(String written, String folder, Evidence evidence) {
        return classPath(written, folder, evidence).stream()
                .flatMap(entry -> {
                    List<Wiring.Library> jars = tree.under(entry.path())
                            .filter(file -> file.extension().equals("jar"))
                            .filter(file -> Paths.parent(file.path()).equals(entry.path()))
                            .map(file -> new Wiring.Library(file.path(), false, evidence))
                            .toList();
                    return jars.isEmpty() ? Stream.of(entry) : jars.stream();
                })
                .toList();
    }

    private boolean made(Optional<String> path) {
        return draft.archives.stream().anyMatch(archive -> path.equals(Optional.of(archive.path())));
    }

    private boolean built(String path) {
        return draft.compilations.stream()
                .anyMatch(c -> c.output().filter(o -> o.value().equals(path)).isPresent());
    }

    private void jar(List<String> arguments, String folder, Evidence evidence) {
        JarCall call = JarCall.of(arguments);
        if (!call.creates() && !call.updates()) return;
        if (call.file().isEmpty()) {
            draft.leave("jar", "makes an archive whose name is not stated there", evidence);
            return;
        }
        Optional<String> path = inside(call.file(), folder);
        if (path.isEmpty()) return;
        Map<String, Wiring.Setting> manifest = new LinkedHashMap<>();
        if (!call.manifest().isEmpty()) manifest.putAll(manifest(call.manifest(), folder));
        if (!call.mainClass().isEmpty()) manifest.put("Main-Class", new Wiring.Setting(call.mainClass(), evidence));
        Optional.ofNullable(manifest.get("Main-Class")).ifPresent(draft.mainClasses::add);
        List<Wiring.Content> contents = new ArrayList<>();
        for (JarCall.Part part : call.parts()) {
            String in = Paths.join(folder, part.folder().replace('\\', '/'));
            String name = DOT_FOLDERS.matcher(part.name().replace('\\', '/')).replaceFirst("");
            boolean whole = List.of(".", "./", "*", "").contains(name);
            if (whole || name.indexOf('*') >= 0) {
                // a pattern takes what may not be built yet, and of a folder all that is in it
                List<String> including = whole ? List.of() : List.of(name, name + "/**");
                inside(".", in).ifPresent(p -> contents.add(new Wiring.Content(p, "", including, List.of())));
            } else inside(name, in).ifPresent(p -> contents.add(packed(p, name)));
        }
        Wiring.Archive made = new Wiring.Archive(path.get(), contents, manifest, Optional.empty(), evidence);
        if (call.updates() && draft.adds(made)) return;
        if (call.creates()) draft.archives.add(made);
    }

    /** A distribution archive, made of files and folders under their own names. */
    private void distribution(String program, List<String> arguments, String folder, Evidence evidence) {
        List<String> plain = new ArrayList<>();
        String in = folder;
        boolean creates = program.equals("zip");
        for (int i = 0; i < arguments.size(); i++) {
            String word = arguments.get(i);
            boolean options = word.startsWith("-") || program.equals("tar") && i == 0;
            if (word.equals("-C") && i + 1 < arguments.size()) in = Paths.join(folder, arguments.get(++i));
            else if (word.equals("-x")) break;
            else if (options)
                creates |= program.equals("tar") && word.replace("-", "").startsWith("c");
            else plain.add(word.replace('\\', '/'));
        }
        Optional<String> path = plain.isEmpty() ? Optional.empty() : inside(plain.get(0), folder);
        if (!creates || path.isEmpty()) return;
        List<Wiring.Content> contents = new ArrayList<>();
        for (String name : plain.subList(1, plain.size())) {
            boolean whole = List.of(".", "./", "*").contains(name);
            for (String one : whole ? List.of(".") : text.glob(name, in)) {
                String below = in;
                inside(one, below)
                        .ifPresent(p ->
                                contents.add(whole ? new Wiring.Content(p, "", List.of(), List.of()) : packed(p, one)));
            }
        }
        draft.distributions.add(new Wiring.Archive(path.get(), contents, Map.of(), Optional.empty(), evidence));
    }

    /** An archive that is replaced by what it is compressed to. */
    private void compressed(String program, List<String> arguments, String folder) {
        String ending = Map.of("gzip", ".gz", "bzip2", ".bz2").getOrDefault(program, ".xz");
        for (String word : arguments)
            if (word.endsWith(".tar")) inside(word, folder).ifPresent(path -> draft.renamed(path, path + ending));
    }

    /** An archive that is moved: to a folder, or to another name. */
    private void moved(List<String> arguments, String folder) {
        List<String> plain = arguments.stream()
                .filter(word -> !word.startsWith("-"))
                .map(word -> word.replace('\\', '/'))
                .toList();
        if (plain.size() != 2) return;
        Optional<String> from = inside(plain.get(0), folder);
        Optional<String> to = inside(plain.get(1), folder);
        if (from.isEmpty() || to.isEmpty()) return;
        boolean below = plain.get(1).endsWith("/")
                || draft.made.contains(to.get())
                || tree.folders().contains(to.get());
        draft.renamed(from.get(), below ? Paths.join(to.get(), Paths.name(from.get())) : to.get());
    }

    /** A file or folder that goes into an archive under the name that it is called by. */
    private Wiring.Content packed(String path, String name) {
        Wiring.Content content = Wiring.Content.of(tree, path, "");
        return content.path().equals(path) ? content.below(name) : content.below(Paths.parent(name));
    }

    private Map<String, Wiring.Setting> manifest(String written, String folder) {
        Map<String, Wiring.Setting> read = new LinkedHashMap<>();
        Optional<String> path = inside(written, folder);
        text.text(written, folder).ifPresent(content -> {
            try {
                byte[] bytes = (content.strip() + "\n").getBytes(java.nio.charset.StandardCharsets.UTF_8);
                Attributes main = new Manifest(new java.io.ByteArrayInputStream(bytes)).getMainAttributes();
                main.forEach((key, value) -> read.put(
                        key.toString(),
                        new Wiring.Setting(value.toString(), Evidence.of(path.orElse(written), key + ": " + value))));
            } catch (java.io.IOException e) {
                draft.leave(written, "is not a valid manifest", Evidence.of(path.orElse(written), ""));
            }
        });
        return read;
    }

    /** A call of a test runner, given the arguments for the virtual machine and the classes to run. */
    private void testRun(List<String> arguments, List<PathSelection> classes, String folder, Evidence evidence) {
        Map<String, Wiring.Setting> properties = new LinkedHashMap<>();
        List<Wiring.Setting> others = new ArrayList<>();
        for (String word : arguments) {
            if (TestRunners.property(word)) {
                String[] parts = word.substring(2).split("=", 2);
                properties.put(parts[0], new Wiring.Setting(parts.length > 1 ? parts[1] : "", evidence));
            } else if (TestRunners.plain(word)) others.add(new Wiring.Setting(word, evidence));
        }
        Optional<Wiring.Setting> in =
                folder.isEmpty() ? Optional.empty() : Optional.of(new Wiring.Setting(Wiring.TOP + folder, evidence));
        draft.testRuns.add(new Wiring.TestRun(properties, Map.of(), others, false, in, classes, evidence));
    }

    private void java(List<String> arguments, String folder, Evidence evidence) {
        for (int i = 0; i < arguments.size(); i++) {
            String word = arguments.get(i);
            if (List.of("-cp", "-classpath", "--class-path", "-p", "--module-path")
                    .contains(word)) {
                i++;
            } else if (List.of("-m", "--module").contains(word) && i + 1 < arguments.size()) {
                String started = arguments.get(i + 1);
                String mainClass = started.substring(started.indexOf('/') + 1);
                if (started.contains("/") && ClassNames.isName(mainClass))
                    draft.mainClasses.add(new Wiring.Setting(mainClass, evidence));
                return;
            } else if (word.equals("-jar")) {
                return;
            } else if (!word.startsWith("-")) {
                Optional<String> generator = GeneratorCalls.mainClass(word);
                if (generator.isPresent())
                    generator(generator.get(), arguments.subList(i + 1, arguments.size()), folder, evidence);
                else if (TestRunners.mainClass(word))
                    testRun(
                            arguments.subList(0, i),
                            TestRunners.classes(arguments.subList(i + 1, arguments.size())),
                            folder,
                            evidence);
                else if (ClassNames.isName(word)) draft.mainClasses.add(new Wiring.Setting(word, evidence));
                return;
            }
        }
    }
}

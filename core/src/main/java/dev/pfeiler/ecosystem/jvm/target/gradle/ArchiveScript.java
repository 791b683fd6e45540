package dev.pfeiler.ecosystem.jvm.target.gradle;

import dev.pfeiler.ecosystem.jvm.model.BuildModule;
import dev.pfeiler.ecosystem.jvm.model.Distribution;
import dev.pfeiler.ecosystem.jvm.model.EmbeddedBuild;
import dev.pfeiler.ecosystem.jvm.model.JvmBuild;
import dev.pfeiler.ecosystem.jvm.model.Packaging;
import dev.pfeiler.ecosystem.jvm.model.PackedFiles;
import dev.pfeiler.ecosystem.jvm.model.PartialArchive;
import dev.pfeiler.ecosystem.jvm.model.Product;
import dev.pfeiler.ecosystem.jvm.model.Resources;
import dev.pfeiler.tree.PathSelection;
import dev.pfeiler.tree.Text;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/** How a module's archives are packed. Source: the documentation of Gradle's archive tasks. */
final class ArchiveScript {
    private static final Pattern BETWEEN_WORDS = Pattern.compile("[^A-Za-z0-9]+");
    private static final Pattern NO_WORD = Pattern.compile("\\W");

    static final String WITH_LIBRARIES = "allJar";
    static final String DISTRIBUTION = "distribution";
    private static final String LIBRARIES = "libraries";
    private static final String USUAL_WEB_FOLDER = "src/main/webapp";
    /** Files that several libraries have, each with lines of its own. */
    private static final List<String> MERGED = List.of(
            "META-INF/services/*",
            "META-INF/spring.handlers",
            "META-INF/spring.schemas",
            "META-INF/spring.factories",
            "META-INF/spring/*.imports");

    private final JvmBuild build;
    private final BuildModule module;
    private final Dialect dialect;

    ArchiveScript(JvmBuild build, BuildModule module, Dialect dialect) {
        this.build = build;
        this.module = module;
        this.dialect = dialect;
    }

    void write(Script script) {
        embedded(script);
        if (module.product() instanceof Product.Library library) {
            script.section(s -> dialect.existing(s, "jar", "Jar", this::jar));
            library.whole().ifPresent(name -> {
                script.section(this::mergedServices);
                script.section(s -> withLibraries(s, name));
            });
        }
        if (module.product() instanceof Product.WebArchive) script.section(this::web);
        if (module.product() instanceof Product.EnterpriseArchive archive)
            script.section(s -> EnterpriseScript.write(s, build, module, archive, dialect));
        if (build.sharesTests(module)) script.section(this::tests);
        module.libraryFolder().ifPresent(folder -> script.section(s -> libraries(s, folder)));
        module.distributions().forEach(made -> script.section(s -> distribution(s, made)));
        module.partial().forEach(part -> script.section(s -> partial(s, part)));
        script.section(this::assembled);
    }

    /** Runs builds of other tools. */
    private void embedded(Script script) {
        for (EmbeddedBuild inner : module.embedded()) {
            String previous = "";
            for (List<String> command : inner.commands()) {
                String name = embeddedTask(inner, command);
                String before = previous;
                script.section(s -> dialect.task(s, name, "Exec", t -> {
                    if (!before.isEmpty()) t.line(dialect.syntax().texts("dependsOn", before));
                    t.line("workingDir = file(" + dialect.string(inner.folder()) + ")");
                    t.line(commandLine(command));
                }));
                previous = name;
            }
        }
        if (module.product().packaging() == Packaging.JAR)
            script.section(s -> dialect.existing(s, "processResources", "ProcessResources", this::afterEmbedded));
    }

    /** Within the block of a task that packs what other tools build. */
    private void afterEmbedded(Script script) {
        List<String> last = module.embedded().stream()
                .map(inner -> embeddedTask(
                        inner, inner.commands().get(inner.commands().size() - 1)))
                .toList();
        if (!last.isEmpty()) script.line(dialect.syntax().texts("dependsOn", last));
    }

    private static String embeddedTask(EmbeddedBuild inner, List<String> command) {
        String folder = Arrays.stream(BETWEEN_WORDS.split(inner.folder()))
                .filter(word -> !word.isEmpty())
                .map(word -> Character.toUpperCase(word.charAt(0)) + word.substring(1))
                .collect(Collectors.joining());
        return NO_WORD.matcher(command.get(command.size() > 2 ? 2 : 1)).replaceAll("") + folder;
    }

    private String commandLine(List<String> command) {
        // on Windows the command is a batch file
        String windows =
                "System.getProperty(" + dialect.string("os.name") + ").startsWith(" + dialect.string("Windows") + ")";
        String program = dialect.string(command.get(0));
        String batch = dialect.string(command.get(0) + ".cmd");
        String choice = dialect.kotlin()
                ? "if (" + windows + ") " + batch + " else " + program
                : "(" + windows + " ? " + batch + " : " + program + ")";
        String words =
                command.subList(1, command.size()).stream().map(dialect::string).collect(Collectors.joining(", "));
        return "commandLine(" + choice + ", " + words + ")";
    }

    private void jar(Script script) {
        if (module.product().name().isPresent())
            script.line(dialect.archiveName(module.archive(build.coordinates().version())));
        SelectionScript.write(script, module.selection(), dialect);
        ManifestScript.write(script, build, module, dialect);
    }

    /** A jar of some of the classes. */
    private void partial(Script script, PartialArchive part) {
        dialect.task(script, task(part), "Jar", s -> {
            s.line(dialect.archiveName(part.fileName()));
            String classes = dialect.sourceSet("main") + ".output";
            if (part.selection().equals(PathSelection.NONE)) {
                part.files().forEach(files -> files(s, files));
            } else if (part.files().isEmpty()) {
                s.line(dialect.call("from", classes));
                SelectionScript.write(s, part.selection(), dialect);
            } else {
                // what is left out of the classes may go in from elsewhere
                s.block("from(" + classes + ")", from -> SelectionScript.write(from, part.selection(), dialect));
                part.files().forEach(files -> files(s, files));
            }
            ManifestScript.attributes(s, part.manifest(), dialect);
        });
    }

    private static String task(PartialArchive part) {
        return task("jar", part.name());
    }

    /** The one that hands the program on has the usual name. */
    private String task(Distribution made) {
        return module.isMain(made) ? DISTRIBUTION : task(made.format(), made.name());
    }

    private static String task(String format, String name) {
        String words = NO_WORD.matcher(name).replaceAll("");
        return Text.before(format, ".") + Character.toUpperCase(words.charAt(0)) + words.substring(1);
    }

    private void web(Script script) {
        Optional<PackedFiles> files = module.sources().packed();
        String folder = files.map(PackedFiles::folder).orElse(USUAL_WEB_FOLDER);
        boolean lazy = dialect.version().atLeast(7, 1);
        if (!lazy && !folder.equals(USUAL_WEB_FOLDER)) {
            script.line((dialect.kotlin() ? "war.webAppDirName = " : "webAppDirName = ") + dialect.string(folder));
            script.line("");
        }
        dialect.existing(script, "war", "War", s -> {
            afterEmbedded(s);
            s.line(dialect.archiveName(module.archive(build.coordinates().version())));
            if (lazy && !folder.equals(USUAL_WEB_FOLDER))
                s.line(dialect.lazy("webAppDirectory", "file(" + dialect.string(folder) + ")"));
            files.ifPresent(packed -> {
                SelectionScript.excludes(s, packed.excludes(), dialect);
                packed.further().forEach(one -> from(s, one));
            });
            ManifestScript.write(s, build, module, dialect);
        });
    }

    /** Copies further files, within the block of a task. */
    void from(Script script, Resources files) {
        Script settings = copied(files.target(), files.includes());
        SelectionScript.excludes(settings, files.excludes(), dialect);
        copy(script, files.folder(), settings);
    }

    private Script copied(String target, List<String> includes) {
        Script settings = new Script();
        if (!target.isEmpty()) settings.line(dialect.call("into", dialect.string(target)));
        if (!includes.isEmpty()) settings.line(dialect.syntax().texts("include", includes));
        return settings;
    }

    private void copy(Script script, String folder, Script settings) {
        if (settings.isEmpty()) script.line(dialect.call("from", dialect.string(folder)));
        else script.block("from(" + dialect.string(folder) + ")", settings::copyTo);
    }

    /** The archive of the tests, for other modules' tests. */
    private void tests(Script script) {
        dialect.task(script, "testJar", "Jar", s -> {
            s.line(dialect.classifier("tests"));
            s.line(dialect.call("from", dialect.sourceSet("test") + ".output"));
        });
        script.line("");
        script.block(
                "artifacts",
                s -> s.line(
                        dialect.kotlin()
                                ? "add(" + dialect.string(DependencyScript.TESTS) + ", "
                                        + dialect.taskValue("testJar", "Jar") + ")"
                                : DependencyScript.TESTS + " " + dialect.taskValue("testJar", "Jar")));
    }

    /** Files in which libraries list their services are put together, as an archive has just one of a name. */
    private void mergedServices(Script script) {
        String libraries = dialect.configuration("runtimeClasspath", false);
        script.comment("each library lists its services in files of the same names");
        dialect.task(script, "mergeServices", ScriptSyntax.PLAIN, s -> {
            s.line((dialect.kotlin() ? "val" : "def") + " services = file(" + dialect.built("services") + ")");
            s.line(dialect.call("inputs.files", libraries));
            s.line(dialect.call("outputs.dir", "services"));
            s.block("doLast", t -> {
                t.line(dialect.call("delete", "services"));
                t.block(libraries + (dialect.kotlin() ? ".forEach" : ".each"), u -> {
                    String include = dialect.syntax().texts("include", MERGED);
                    u.line(
                            dialect.kotlin()
                                    ? "if (it.isFile) zipTree(it).matching { " + include + " }.visit {"
                                    : "if (it.file) zipTree(it).matching { " + include + " }.visit { entry ->");
                    u.line("    if (!" + (dialect.kotlin() ? "isDirectory" : "entry.directory") + ") {");
                    u.line(
                            dialect.kotlin()
                                    ? "        val merged = relativePath.getFile(services)"
                                    : "        def merged = entry.relativePath.getFile(services)");
                    u.line("        merged.parentFile.mkdirs()");
                    u.line(
                            dialect.kotlin()
                                    ? "        merged.appendText(file.readText() + \"\\n\")"
                                    : "        merged << entry.file.text + '\\n'");
                    u.line("    }");
                    u.line("}");
                });
            });
        });
    }

    private void withLibraries(Script script, String name) {
        String libraries = dialect.configuration("runtimeClasspath", false);
        dialect.task(script, WITH_LIBRARIES, "Jar", s -> {
            s.line(dialect.archiveName(name + ".jar"));
            s.line(
                    dialect.kotlin()
                            ? "manifest.from(tasks.jar.get().manifest)"
                            : "manifest.from "
                                    + (dialect.version().registersTasks() ? "tasks.jar.manifest" : "jar.manifest"));
            s.line("duplicatesStrategy = DuplicatesStrategy.EXCLUDE");
            s.line(dialect.call("from", dialect.sourceSet("main") + ".output"));
            s.line(dialect.call("from", dialect.taskValue("mergeServices", ScriptSyntax.PLAIN)));
            s.line(
                    dialect.kotlin()
                            ? "from({ " + libraries + ".map { if (it.isDirectory) it else zipTree(it) } })"
                            : "from { " + libraries + ".collect { it.directory ? it : zipTree(it) } }");
            // signatures are valid for the single jars only
            s.line(dialect.syntax().texts("exclude", "META-INF/*.SF", "META-INF/*.DSA", "META-INF/*.RSA"));
        });
    }

    /** Copies the libraries that the program runs with beside its archive. */
    private void libraries(Script script, String folder) {
        dialect.task(script, LIBRARIES, "Copy", s -> {
            s.line(dialect.call("from", dialect.configuration("runtimeClasspath", false)));
            s.line(dialect.call("into", dialect.built(folder.isEmpty() ? "libs" : "libs/" + folder)));
        });
    }

    private void distribution(Script script, Distribution made) {
        String type = Map.of("zip", "Zip", "jar", "Jar").getOrDefault(made.format(), "Tar");
        dialect.task(script, task(made), type, s -> {
            s.line(dialect.archiveName(made.fileName()));
            if (made.format().endsWith("gz")) s.line("compression = Compression.GZIP");
            else if (made.format().endsWith("bz2")) s.line("compression = Compression.BZIP2");
            made.product().ifPresent(folder -> placed(s, folder, dialect.taskValue("jar", "Jar")));
            made.classes().ifPresent(folder -> placed(s, folder, dialect.sourceSet("main") + ".output"));
            libraries(s, made);
            made.documentation().ifPresent(folder -> placed(s, folder, dialect.taskValue("javadoc", "Javadoc")));
            made.files().forEach(files -> files(s, files));
        });
    }

    /** The libraries, and where they are to be, the archives of other modules. */
    private void libraries(Script script, Distribution made) {
        String classPath = dialect.configuration("runtimeClasspath", false);
        List<String> others = new ArrayList<>();
        for (BuildModule other : build.modules()) {
            String folder = made.modules().get(other.name());
            if (folder == null) continue;
            String name = other.archive(build.coordinates().version());
            others.add(name);
            script.block("from(" + classPath + ")", s -> placing(s, folder)
                    .line(dialect.syntax().texts("include", name)));
        }
        if (made.libraries().isEmpty()) return;
        String folder = made.libraries().get();
        if (others.isEmpty()) placed(script, folder, classPath);
        else
            script.block("from(" + classPath + ")", s -> placing(s, folder)
                    .line(dialect.syntax().texts("exclude", others)));
    }

    private Script placing(Script script, String folder) {
        if (!folder.isEmpty()) script.line("into(" + dialect.string(folder) + ")");
        return script;
    }

    private void placed(Script script, String folder, String what) {
        if (folder.isEmpty()) script.line(dialect.call("from", what));
        else script.block("into(" + dialect.string(folder) + ")", s -> s.line(dialect.call("from", what)));
    }

    private void files(Script script, Distribution.Files files) {
        Script settings = copied(files.target(), files.includes());
        files.renamed().ifPresent(name -> settings.line("rename { " + dialect.string(name) + " }"));
        if (files.executable())
            settings.line(
                    dialect.version().atLeast(8, 3)
                            ? "filePermissions { unix(" + dialect.string("755") + ") }"
                            : "fileMode = " + (dialect.kotlin() ? "\"755\".toInt(8)" : "0755"));
        copy(script, files.folder(), settings);
    }

    /** What is made beside the module's own archive. */
    private void assembled(Script script) {
        List<String> made = new ArrayList<>();
        if (module.product() instanceof Product.Library library
                && library.whole().isPresent()) made.add(WITH_LIBRARIES);
        if (module.libraryFolder().isPresent()) made.add(LIBRARIES);
        module.distributions().forEach(one -> made.add(task(one)));
        module.partial().forEach(part -> made.add(task(part)));
        if (made.isEmpty()) return;
        dialect.existing(
                script,
                "assemble",
                ScriptSyntax.PLAIN,
                s -> s.line(dialect.syntax().texts("dependsOn", made)));
    }
}

package dev.pfeiler.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assumptions.assumeThat;

import dev.pfeiler.Sketch;
import dev.pfeiler.Tools;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The program as users install it, unpacked beside an empty home folder. */
class DistributionIT {
    private static final Path ARCHIVES = Program.HOME.resolve("cli/target");

    @TempDir
    static Path folder;

    private static Path installed;

    @BeforeAll
    static void unpack() throws IOException {
        Path archive = archive("pfeiler-[\\d.]+[.]tar[.]gz");
        assertThat(run(List.of("tar", "xzf", archive.toString(), "-C", folder.toString()))
                        .exit())
                .isZero();
        installed = folder.resolve(archive.getFileName().toString().replace(".tar.gz", ""));
        Files.createDirectories(folder.resolve("home"));
    }

    private static Path archive(String pattern) throws IOException {
        try (Stream<Path> files = Files.list(ARCHIVES)) {
            List<Path> all = files.filter(file -> file.getFileName().toString().matches(pattern))
                    .toList();
            if (Boolean.getBoolean("pfeiler.distribution")) assertThat(all).hasSize(1);
            assumeThat(all).as("the archives of -Pdistribution").isNotEmpty();
            return all.get(0);
        }
    }

    private static Program.Run run(List<String> command) {
        return Program.start(
                command, Map.of("HOME", folder.resolve("home").toString(), "XDG_CACHE_HOME", "", "LC_ALL", "C.UTF-8"));
    }

    private static Program.Run pfeiler(Object... arguments) {
        return run(Stream.concat(
                        Stream.of(installed.resolve("bin/pfeiler").toString()),
                        Stream.of(arguments).map(Object::toString))
                .toList());
    }

    @Test
    void theInstalledProgramGoesTheWholeWay() throws IOException {
        assertThat(pfeiler("--version").out()).matches("pfeiler \\d+[.]\\d+[.]\\d+ \\(.*Java \\d[^)]*\\)\n");
        Sketch sketch = new Sketch(folder.resolve("quay"))
                .file("code/p/A.java", "package p; public class A {}")
                .file("build.sh", "javac -source 8 -target 8 -d out code/p/A.java\n");
        Map<String, String> before = sketch.digest();
        Program.Run propose = pfeiler("propose", "--json", "--offline", sketch.root());
        assertThat(propose.exit()).as(propose.err()).isZero();
        assertThat(propose.err()).isEmpty();
        assertThat(propose.json().at("/project").asText()).isEqualTo("quay");
        assertThat(pfeiler("convert", "--offline", sketch.root()).exit()).isZero();
        assertThat(sketch.root().resolve("src/main/java/p/A.java")).exists();
        assertThat(pfeiler("undo", sketch.root()).exit()).isZero();
        assertThat(sketch.digest()).isEqualTo(before);
        try (Stream<Path> classes = Files.list(folder.resolve("home/.cache/pfeiler/classes"))) {
            assertThat(classes).singleElement().asString().endsWith(".jsa");
        }
    }

    /** The image brings its own Java runtime: there is none on the search path. */
    @Test
    void theImageNeedsNoJava() throws IOException {
        Path image = Files.createDirectories(folder.resolve("image"));
        run(List.of(
                "tar", "xzf", archive("pfeiler-.*-.*[.]tar[.]gz").toString(), "-C", image.toString(), "--strip", "1"));
        Path tools = Files.createDirectories(folder.resolve("tools"));
        for (String tool : List.of("sh", "sed", "tr", "mkdir", "mv", "readlink", "stty"))
            Files.createSymbolicLink(tools.resolve(tool), Path.of("/bin").resolve(tool));
        Map<String, String> alone = Map.of(
                "HOME",
                folder.resolve("home").toString(),
                "PATH",
                tools.toString(),
                "JAVA_HOME",
                "",
                "LC_ALL",
                "C.UTF-8");
        Sketch sketch = new Sketch(folder.resolve("pier")).file("code/p/A.java", "package p; public class A {}");
        Program.Run run = Program.start(
                List.of(
                        image.resolve("bin/pfeiler").toString(),
                        "propose",
                        "--json",
                        "--offline",
                        sketch.root().toString()),
                alone);
        assertThat(run.exit()).as(run.err()).isZero();
        assertThat(run.json().at("/steps")).isNotEmpty();
        Program.Run none =
                Program.start(List.of(installed.resolve("bin/pfeiler").toString(), "--version"), alone);
        assertThat(none.exit()).isEqualTo(4);
        assertThat(none.err())
                .isEqualTo("pfeiler: there is no java; Pfeiler needs a Java runtime of release 17 or newer\n");
    }

    @Test
    void theDebianPackageHasItsFilesInTheirPlaces() throws IOException {
        Tools.require("dpkg-deb");
        Path system = folder.resolve("system");
        assertThat(run(List.of("dpkg-deb", "-x", archive("pfeiler_.*[.]deb").toString(), system.toString()))
                        .exit())
                .isZero();
        assertThat(run(List.of(system.resolve("usr/bin/pfeiler").toString(), "--version"))
                        .out())
                .startsWith("pfeiler ");
        assertThat(system.resolve("usr/share/man/man1/pfeiler-propose.1")).exists();
        assertThat(system.resolve("usr/share/bash-completion/completions/pfeiler"))
                .exists();
        assertThat(system.resolve("usr/share/fish/vendor_completions.d/pfeiler.fish"))
                .exists();
    }

    @Test
    void itComesWithItsLicences() throws IOException {
        Path docs = installed.resolve("share/doc/pfeiler");
        assertThat(docs.resolve("LICENSE")).hasSameTextualContentAs(Program.HOME.resolve("LICENSE"));
        try (Stream<Path> libraries = Files.list(installed.resolve("lib/lib"))) {
            String listed = Files.readString(docs.resolve("THIRD-PARTY.txt"));
            for (Path library : (Iterable<Path>) libraries::iterator) {
                String name = library.getFileName().toString().replaceAll("-\\d.*", "");
                if (!name.equals("pfeiler-core")) assertThat(listed).contains(":" + name + ":");
            }
        }
    }

    /** Commands, options, and the values of options. */
    @Test
    void bashCompletes() throws IOException {
        Tools.require("bash");
        Path script = Files.writeString(
                folder.resolve("complete.sh"),
                """
                . "$1"; shift
                # known to a shell only while somebody presses the key
                compopt() { :; }
                COMP_WORDS=("$@"); COMP_CWORD=$(($# - 1)); COMP_LINE="$*"; COMP_POINT=${#COMP_LINE}
                _complete_pfeiler
                echo "${COMPREPLY[@]}"
                """);
        assertThat(completed(script, "pfeiler", "pro")).isEqualTo("propose prove");
        assertThat(completed(script, "pfeiler", "propose", "--to", "g")).isEqualTo("gradle go");
        assertThat(completed(script, "pfeiler", "new", "--kind", "li")).isEqualTo("library");
        assertThat(completed(script, "pfeiler", "new", "--with", "temp")).isEqualTo("templates");
        assertThat(completed(script, "pfeiler", "prove", "--run-o")).isEqualTo("--run-old-build");
        assertThat(completed(script, "pfeiler", "demo", "tide")).isEqualTo("tidegate tidewatch");
    }

    private static String completed(Path script, String... words) {
        String completion =
                installed.resolve("share/bash-completion/completions/pfeiler").toString();
        Program.Run run = run(Stream.concat(Stream.of("bash", script.toString(), completion), Stream.of(words))
                .toList());
        assertThat(run.err()).isEmpty();
        return run.out().strip();
    }

    @Test
    void fishCompletes() {
        Tools.require("fish");
        String load =
                "source '" + installed.resolve("share/fish/vendor_completions.d/pfeiler.fish") + "'; complete -C '";
        assertThat(run(List.of("fish", "-c", load + "pfeiler pro'")).out().lines())
                .extracting(line -> line.split("\t")[0])
                .containsExactly("propose", "prove");
        assertThat(run(List.of("fish", "-c", load + "pfeiler propose --to gr'"))
                        .out()
                        .lines())
                .extracting(line -> line.split("\t")[0])
                .containsExactly("gradle");
    }

    @Test
    void everyCommandHasAManualPage() throws IOException {
        Tools.require("man");
        List<Path> pages;
        try (Stream<Path> files = Files.list(installed.resolve("share/man/man1"))) {
            pages = files.sorted().toList();
        }
        List<String> commands = pfeiler("--help")
                .out()
                .lines()
                .dropWhile(line -> !line.equals("Commands:"))
                .skip(1)
                .takeWhile(line -> line.startsWith("  "))
                .filter(line -> line.matches("  \\w.*"))
                .map(line -> line.strip().split(" ")[0])
                .toList();
        assertThat(commands).contains("survey", "overview");
        assertThat(pages)
                .extracting(page -> page.getFileName().toString())
                .containsExactlyInAnyOrderElementsOf(
                        Stream.concat(Stream.of("pfeiler.1"), commands.stream().map(name -> "pfeiler-" + name + ".1"))
                                .toList());
        for (Path page : pages) {
            Program.Run run = run(List.of("man", "-l", "--warnings", page.toString()));
            assertThat(run.err()).as(page.toString()).isEmpty();
            assertThat(run.out()).contains("SYNOPSIS", "OPTIONS");
        }
    }
}

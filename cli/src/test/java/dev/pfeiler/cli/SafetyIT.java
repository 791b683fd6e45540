package dev.pfeiler.cli;

import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.PackageServer;
import dev.pfeiler.Sketch;
import dev.pfeiler.Tools;
import dev.pfeiler.process.Environment;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What docs/safety.md promises, with the built program and the real tools. */
class SafetyIT {
    private static final Path PACKAGES = Program.HOME.resolve("demo/target/npm");

    @TempDir
    Path folder;

    private final Program program = new Program();

    private Path temporary() throws IOException {
        Path path = Files.createDirectories(folder.resolve("tmp"));
        program.with("TMPDIR", path.toString());
        return path;
    }

    private static List<Path> children(Path folder) throws IOException {
        try (Stream<Path> all = Files.list(folder)) {
            return all.filter(path -> path.getFileName().toString().startsWith("pfeiler-"))
                    .toList();
        }
    }

    private static Map<String, String> withoutRecords(Path project) throws IOException {
        Map<String, String> digest = new Sketch(project).digest();
        digest.keySet().removeIf(path -> path.startsWith(".pfeiler"));
        return digest;
    }

    /** Two proofs at once do not disturb each other, and none of them changes the project. */
    @Test
    void twoProofsAtOnceAreBothProven() throws Exception {
        Path temporary = temporary();
        Path project = Program.demo("tidewatch", folder);
        assertThat(program.run("convert", project).exit()).isZero();
        Map<String, String> before = withoutRecords(project);
        CompletableFuture<Program.Run> other =
                CompletableFuture.supplyAsync(() -> program.run("prove", "--json", project));
        Program.Run one = program.run("prove", "--json", project);
        Program.Run two = other.get(10, TimeUnit.MINUTES);
        assertThat(one.exit()).as(one.out() + one.err()).isZero();
        assertThat(two.exit()).as(two.out() + two.err()).isZero();
        assertThat(withoutRecords(project)).isEqualTo(before);
        assertThat(children(temporary)).isEmpty();
        List<String> logs = Stream.of(one, two)
                .map(run -> run.json().at("/parts/0/log").asText())
                .sorted()
                .toList();
        assertThat(logs)
                .containsExactly(
                        project.resolve(".pfeiler/proof-2/build.log").toString(),
                        project.resolve(".pfeiler/proof/build.log").toString());
        // the old build may not write into the project, either
        assertThat(program.run("undo", project).out()).doesNotContain("Created since");
    }

    /** A proof that is ended by a signal leaves neither a folder nor a program behind. */
    @Test
    void aProofThatIsEndedLeavesNothing() throws Exception {
        Path temporary = temporary();
        Path project = Program.demo("buoylog", folder);
        assertThat(program.run("convert", project).exit()).isZero();
        Map<String, String> before = withoutRecords(project);
        ProcessBuilder builder =
                new ProcessBuilder(Program.HOME.resolve("pfeiler").toString(), "prove", project.toString());
        builder.environment().putAll(Map.of("TMPDIR", temporary.toString(), "LC_ALL", "C.UTF-8", "MAVEN_ARGS", "-o"));
        Process process = builder.redirectErrorStream(true)
                .redirectOutput(folder.resolve("out").toFile())
                .start();
        // until the build tool is running; the launcher starts programs, too, before there is a scratch folder
        List<ProcessHandle> started = List.of();
        for (int i = 0; i < 600 && (started.isEmpty() || children(temporary).isEmpty()); i++) {
            Thread.sleep(50);
            started = process.descendants().toList();
        }
        assertThat(children(temporary)).hasSize(1);
        assertThat(started).isNotEmpty();
        process.destroy();
        assertThat(process.waitFor(60, TimeUnit.SECONDS)).isTrue();
        assertThat(children(temporary)).isEmpty();
        assertThat(Files.readString(folder.resolve("out")))
                .endsWith("pfeiler: Interrupted. The project is unchanged.\n");
        // one that has ended, and that the system has not yet removed, has no command any more
        assertThat(started)
                .noneMatch(one -> one.isAlive() && one.info().command().isPresent());
        assertThat(withoutRecords(project)).isEqualTo(before);
        assertThat(program.run("undo", project).exit()).isZero();
    }

    /** Containers and timers have no locale. */
    @Test
    void umlautsNeedNoLocale() throws IOException {
        Sketch sketch = new Sketch(folder.resolve("Größe"))
                .file("src/p/A.java", "package p; public class A {}")
                .file("src/p/Größe.txt", "breit");
        Map<String, String> before = sketch.digest();
        for (String locale : List.of("", "C", "POSIX")) {
            Program bare =
                    new Program().with("LC_ALL", locale).with("LC_CTYPE", "").with("LANG", "");
            Program.Run convert = bare.run("convert", sketch.root());
            assertThat(convert.exit()).as(convert.err()).isZero();
            assertThat(sketch.root().resolve("src/main/resources/p/Größe.txt")).exists();
            assertThat(Files.readString(sketch.root().resolve("pom.xml"))).contains("<artifactId>Groesse</artifactId>");
            assertThat(bare.run("undo", sketch.root()).exit()).isZero();
            assertThat(sketch.digest()).isEqualTo(before);
        }
    }

    /** A managed project is proven with the parent that it has above its folder. */
    @Test
    void aManagedProjectIsProvenWithItsParent() throws IOException {
        Path api = folder.resolve("office/services/api");
        Program.Run create = program.run("new", api, "--kind", "library", "--language", "java", "--to", "maven");
        assertThat(create.exit()).as(create.err()).isZero();
        Path pom = api.resolve("pom.xml");
        Files.writeString(
                pom,
                Files.readString(pom)
                        .replace(
                                "</modelVersion>",
                                "</modelVersion><parent><groupId>no.haldervik</groupId><artifactId>office</artifactId>"
                                        + "<version>1</version><relativePath>../../pom.xml</relativePath></parent>"));
        new Sketch(folder.resolve("office"))
                .file(
                        "pom.xml",
                        "<project><modelVersion>4.0.0</modelVersion><groupId>no.haldervik</groupId>",
                        "<artifactId>office</artifactId><version>1</version><packaging>pom</packaging></project>");
        Map<String, String> before = new Sketch(folder.resolve("office")).digest();
        Program.Run prove = program.run("prove", "--json", api);
        assertThat(prove.exit()).as(prove.out() + prove.err()).isZero();
        assertThat(new Sketch(folder.resolve("office")).digest()).isEqualTo(before);
    }

    /** Where the virtual machine gives up, the exit code says so, and the sentence in what state the project is. */
    @Test
    void anErrorOfTheVirtualMachineIsNoResult() throws IOException {
        Sketch sketch = new Sketch(folder.resolve("port"))
                .file("src/p/A.java", "package p; public class A { /* " + "x".repeat(40 << 20) + " */ }");
        Program.Run run = new Program().with("JAVA_TOOL_OPTIONS", "-Xmx32m").run("survey", sketch.root());
        assertThat(run.exit()).as(run.err()).isEqualTo(4);
        assertThat(run.err())
                .contains("pfeiler: Not enough memory: ", "The project is unchanged.", "JAVA_TOOL_OPTIONS=-Xmx")
                .doesNotContain("\tat ");
    }

    /** A ledger that came with a project is refused with exit code 3, and nothing is touched. */
    @Test
    void aForeignLedgerIsRefused() throws IOException {
        Sketch sketch = new Sketch(folder.resolve("port"))
                .file("src/A.java", "class A {}")
                .file(
                        ".pfeiler/ledger.json",
                        "{\"format\":\"pfeiler-ledger/3\",\"folders\":[],\"untouched\":[],\"entries\":[",
                        "{\"step\":\"write\",\"path\":\"../victim.txt\",\"sha256\":\"\"}]}");
        Files.writeString(folder.resolve("victim.txt"), "of others");
        Map<String, String> before = new Sketch(folder).digest();
        for (String command : List.of("undo", "accept", "prove", "survey")) {
            Program.Run run = program.run(command, sketch.root());
            assertThat(run.exit()).as(command + run.err()).isEqualTo(3);
            assertThat(run.err()).contains("was not written by Pfeiler for this directory", "delete .pfeiler/");
            assertThat(new Sketch(folder).digest()).isEqualTo(before);
        }
    }

    /** What scripts deploy is not run, what else they do only if it is asked for, and copied packages stay as they are. */
    @Test
    void aProofDeploysNothingAndWritesToNoCopiedPackage() throws Exception {
        Tools.require("node", "npm");
        Tools.require(Files.isDirectory(PACKAGES), "packages of npm");
        Path bin = Files.createDirectories(folder.resolve("bin"));
        Path rsync = Files.writeString(bin.resolve("rsync"), "#!/bin/sh\ntouch '" + folder.resolve("deployed") + "'\n");
        Files.setPosixFilePermissions(rsync, PosixFilePermissions.fromString("rwxr-xr-x"));
        try (PackageServer server = new PackageServer().publishAll(PACKAGES)) {
            program.with("npm_config_registry", server.address())
                    .with("npm_config_cache", folder.resolve("npm").toString())
                    .with("PATH", bin + ":" + Environment.here().variables().get("PATH"));
            Sketch sketch = new Sketch(folder.resolve("port mast"))
                    .file("a page.html", "<script src=\"board.js\"></script>")
                    .file("main.js", "document.title = 'tide';")
                    .file("node_modules/own/package.json", "{\"name\":\"own\",\"version\":\"1.0.0\"}")
                    .file("build.sh", "esbuild main.js --outfile=board.js", "rsync -a . deploy@port.example:/srv")
                    .file("stamp.sh", "#!/bin/sh", "for f in *.js", "do", "esbuild $f --outfile=out/$f", "done")
                    .file("cache.sh", "#!/bin/sh", "node -e \"require('fs').writeFileSync('node_modules/own/x','')\"");
            Map<String, String> before = sketch.digest();
            Program.Run convert = program.run("convert", sketch.root());
            assertThat(convert.exit()).as(convert.err()).isZero();
            assertThat(sketch.root().resolve("build.sh")).as("it deploys, too").exists();
            String descriptor = Files.readString(sketch.root().resolve("package.json"));
            assertThat(descriptor)
                    .contains("\"build\": \"esbuild main.js --outfile=board.js\"")
                    .doesNotContain("rsync");
            Map<String, String> converted = withoutRecords(sketch.root());
            Program.Run prove = program.run("prove", "--json", sketch.root());
            assertThat(prove.exit()).as(prove.out() + prove.err()).isEqualTo(1);
            assertThat(prove.different()).containsExactly("build scripts");
            assertThat(prove.differences("build scripts")).containsExactly("unchecked stamp.sh: ");
            assertThat(prove.json().at("/parts/0/notes").toString())
                    .contains("build.sh also deploys (rsync); that was not run.", "called one by one");
            assertThat(withoutRecords(sketch.root())).isEqualTo(converted);
            assertThat(folder.resolve("deployed")).doesNotExist();
            Program.Run undo = program.run("undo", sketch.root());
            assertThat(undo.exit()).as(undo.err()).isZero();
            assertThat(sketch.digest()).isEqualTo(before);
        }
    }
}

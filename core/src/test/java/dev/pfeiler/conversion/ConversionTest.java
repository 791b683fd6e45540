package dev.pfeiler.conversion;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.pfeiler.Sketch;
import dev.pfeiler.evidence.Refusal;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class ConversionTest {
    @TempDir
    Path folder;

    private Sketch sketch;

    @BeforeEach
    void setUp() throws IOException {
        sketch = new Sketch(folder.resolve("project"));
        sketch.file("src/a/A.java", "class A {}")
                .file("src/a/B.java", "class B {}")
                .file("lib/x.jar", "jar")
                .file("build.sh", "#!/bin/sh")
                .file("notes é.txt", "caf\u00e9");
        Files.setPosixFilePermissions(sketch.root().resolve("build.sh"), PosixFilePermissions.fromString("rwxr-x--x"));
        Files.createDirectories(sketch.root().resolve("empty/inner"));
        Files.setPosixFilePermissions(sketch.root().resolve("lib"), PosixFilePermissions.fromString("rwxr-x---"));
        Files.createSymbolicLink(sketch.root().resolve("link"), Path.of("notes é.txt"));
    }

    private List<Step> convert(Step... steps) {
        return Conversion.run(
                sketch.tree(),
                List.of(steps),
                new Ledger.Decided(List.of(), Map.of("level", "8", "name", "x"), Map.of("level", "8"), Map.of()));
    }

    private boolean has(String path) {
        return Files.exists(sketch.root().resolve(path));
    }

    @Test
    void anEmptiedFolderGetsItsSpecialBitsBack() throws IOException {
        Path lib = sketch.root().resolve("lib");
        Files.setAttribute(lib, "unix:mode", 03750);
        convert(new Step.Retire("lib/x.jar", ""));
        assertThat(has("lib")).isFalse();
        Undo.run(sketch.root(), Undo.Edits.REFUSE, BuildOutput.NONE);
        assertThat((Integer) Files.getAttribute(lib, "unix:mode") & 07777).isEqualTo(03750);
    }

    @Test
    void foldersOfABuildGoEvenIfTheirFilesAreGoneAlready() throws IOException {
        Map<String, String> before = sketch.digest();
        Ledger.Part part = new Ledger.Part("", "", "jvm", "maven");
        Conversion.run(
                sketch.tree(),
                List.of(new Step.Move("src/a/A.java", "module/src/a/A.java", "")),
                new Ledger.Decided(List.of(part), Map.of(), Map.of(), Map.of()));
        Files.createDirectories(sketch.root().resolve("module/target/classes/a"));
        Undo.run(sketch.root(), Undo.Edits.REFUSE, (of, tree, descriptors) -> List.of("module/target/**"));
        assertThat(sketch.digest()).isEqualTo(before);
    }

    @Test
    void everyKindOfStepIsTakenAndReversed() throws IOException {
        Map<String, String> before = sketch.digest();
        convert(
                new Step.Move("src/a/A.java", "src/main/java/a/A.java", ""),
                new Step.Move("src/a/B.java", "src/main/java/a/B.java", ""),
                new Step.Retire("lib/x.jar", ""),
                new Step.Write("pom.xml", "<project/>", ""),
                new Step.Edit("build.sh", "build.sh", "#!/bin/sh\nmvn", StandardCharsets.UTF_8, List.of(), ""));
        assertThat(has("src/main/java/a/A.java")).isTrue();
        assertThat(has("src/a")).isFalse();
        assertThat(has("lib")).as("an emptied folder").isFalse();
        assertThat(has("empty/inner")).as("a folder that was empty").isTrue();
        assertThat(Files.readString(sketch.root().resolve("build.sh"))).endsWith("mvn");
        assertThat(Files.getPosixFilePermissions(sketch.root().resolve("build.sh")))
                .isEqualTo(PosixFilePermissions.fromString("rwxr-x--x"));
        assertThat(has(".pfeiler/kept/lib/x.jar")).isTrue();
        Undo.run(sketch.root(), Undo.Edits.REFUSE, BuildOutput.NONE);
        assertThat(sketch.digest()).isEqualTo(before);
    }

    @Test
    void aPlaceIsVacatedBeforeAFileComesToIt() throws IOException {
        Map<String, String> before = sketch.digest();
        List<Step> taken = convert(
                new Step.Move("src/a/A.java", "src/a/B.java", ""), new Step.Move("src/a/B.java", "src/a/C.java", ""));
        assertThat(taken).extracting(Step::path).containsExactly("src/a/B.java", "src/a/A.java");
        assertThat(Files.readString(sketch.root().resolve("src/a/B.java"))).contains("class A");
        Undo.run(sketch.root(), Undo.Edits.REFUSE, BuildOutput.NONE);
        assertThat(sketch.digest()).isEqualTo(before);
    }

    @Test
    void whatWouldCollideIsRefusedBeforeTheFirstChange() throws IOException {
        Map<String, String> before = sketch.digest();
        assertThatThrownBy(() -> convert(
                        new Step.Move("src/a/A.java", "x/T.java", ""), new Step.Move("src/a/B.java", "x/T.java", "")))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("x/T.java")
                .hasMessageContaining("src/a/A.java")
                .hasMessageContaining("src/a/B.java");
        assertThatThrownBy(() -> convert(new Step.Write("build.sh", "", ""))).isInstanceOf(Refusal.class);
        assertThatThrownBy(() -> convert(
                        new Step.Move("src/a/A.java", "src/a/B.java", ""),
                        new Step.Move("src/a/B.java", "src/a/A.java", "")))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("form a cycle");
        assertThat(sketch.digest()).isEqualTo(before);
    }

    @Test
    void theSecondConversionIsRefused() {
        convert(new Step.Retire("lib/x.jar", ""));
        assertThatThrownBy(() -> convert(new Step.Retire("build.sh", "")))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("already converted");
    }

    @Test
    void undoChangesNothingWhereAFileWasEditedSince() throws IOException {
        convert(new Step.Write("pom.xml", "<project/>", ""), new Step.Retire("lib/x.jar", ""));
        Files.writeString(sketch.root().resolve("pom.xml"), "<project>mine</project>");
        Map<String, String> edited = sketch.digest();
        assertThatThrownBy(() -> Undo.run(sketch.root(), Undo.Edits.REFUSE, BuildOutput.NONE))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("pom.xml");
        assertThat(sketch.digest()).isEqualTo(edited);
    }

    @Test
    void filesMadeSinceAreLeft() throws IOException {
        convert(new Step.Move("src/a/A.java", "src/main/A.java", ""));
        sketch.file("src/main/Mine.java", "class Mine {}").file("target/x.jar", "built");
        Undo.run(sketch.root(), Undo.Edits.REFUSE, BuildOutput.NONE);
        assertThat(has("src/main/Mine.java")).isTrue();
        assertThat(has("target/x.jar")).isTrue();
        assertThat(has("src/a/A.java")).isTrue();
        assertThat(has(".pfeiler")).isFalse();
    }

    /** What a build tool says that it writes is deleted, and nothing else, wherever it is. */
    @Test
    void onlyWhatTheBuildToolWritesIsDeleted() throws IOException {
        sketch.file("old/target/x", "was there");
        Map<String, String> before = sketch.digest();
        Ledger.Part part = new Ledger.Part("", "", "jvm", "maven");
        Conversion.run(
                sketch.tree(),
                List.of(new Step.Write("pom.xml", "<project/>", ""), new Step.Write(".gitignore", "target/", "")),
                new Ledger.Decided(List.of(part), Map.of(), Map.of(), Map.of()));
        sketch.file("target/classes/a/A.class", "built")
                .file("target/x.jar", "built")
                .file("target/notes.txt", "mine")
                .file("deploy/target/run.sh", "mine")
                .file("deploy/target/two.sh", "mine");
        Files.createDirectories(sketch.root().resolve("target/classes/empty"));
        List<String> asked = new ArrayList<>();
        Undo.Result result = Undo.run(sketch.root(), Undo.Edits.REFUSE, (of, tree, descriptors) -> {
            asked.addAll(descriptors);
            return List.of("target/classes/**", "target/*.jar", "old/target/**", "src/**", "../**");
        });
        assertThat(asked).containsExactly(".gitignore", "pom.xml");
        assertThat(result.built()).containsExactly("target/classes", "target/x.jar");
        assertThat(result.left()).containsExactly("deploy/", "target/notes.txt");
        assertThat(has("target/notes.txt")).isTrue();
        assertThat(has("deploy/target/run.sh")).isTrue();
        for (String own : List.of("deploy/target/run.sh", "deploy/target/two.sh", "target/notes.txt"))
            Files.delete(sketch.root().resolve(own));
        for (String own : List.of("deploy/target", "deploy", "target"))
            Files.delete(sketch.root().resolve(own));
        assertThat(sketch.digest()).isEqualTo(before);
    }

    /** Packages that were there before are not the conversion's, whatever the package manager's record says of them. */
    @Test
    void packagesOfTheOldTreeStay() throws IOException {
        sketch.file("node_modules/own/index.js", "mine");
        Ledger.Part part = new Ledger.Part("", "", "node", "npm");
        Conversion.run(
                sketch.tree(),
                List.of(new Step.Write("package.json", "{}", "")),
                new Ledger.Decided(List.of(part), Map.of(), Map.of(), Map.of()));
        sketch.file("app/node_modules/other/index.js", "installed");
        Undo.Result result = Undo.run(
                sketch.root(),
                Undo.Edits.REFUSE,
                (of, tree, descriptors) -> List.of("node_modules/own/**", "app/node_modules/other/**"));
        assertThat(has("node_modules/own/index.js")).isTrue();
        assertThat(result.built()).containsExactly("app");
    }

    /** Originals whose ledger is missing are not taken for litter. */
    @Test
    void originalsWithoutALedgerStay() throws IOException {
        convert(new Step.Retire("lib/x.jar", ""));
        Files.delete(sketch.root().resolve(".pfeiler/ledger.json"));
        assertThatThrownBy(() -> convert(new Step.Retire("build.sh", "")))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("its ledger is missing");
        assertThat(has(".pfeiler/kept/lib/x.jar")).isTrue();
        assertThat(has("build.sh")).isTrue();
    }

    @Test
    void aConversionCutOffHalfWayIsUndone() throws IOException {
        Map<String, String> before = sketch.digest();
        convert(
                new Step.Move("src/a/A.java", "x/A.java", ""),
                new Step.Edit("build.sh", "build.sh", "new", StandardCharsets.UTF_8, List.of(), ""),
                new Step.Retire("lib/x.jar", ""));
        // as if the last two steps had not been taken
        Path kept = sketch.root().resolve(".pfeiler/kept");
        Files.createDirectories(sketch.root().resolve("lib"));
        Files.move(kept.resolve("lib/x.jar"), sketch.root().resolve("lib/x.jar"));
        Files.delete(sketch.root().resolve("build.sh"));
        Files.move(kept.resolve("build.sh"), sketch.root().resolve("build.sh"));
        Undo.run(sketch.root(), Undo.Edits.REFUSE, BuildOutput.NONE);
        assertThat(sketch.digest()).isEqualTo(before);
    }

    @Test
    void anUndoThatWasCutOffKnowsTheOldFileAtAPlaceThatAnotherTookOrWasToTake() throws IOException {
        Map<String, String> before = sketch.digest();
        convert(
                new Step.Edit("build.sh", "to/build.sh", "new", StandardCharsets.UTF_8, List.of(), ""),
                new Step.Move("src/a/A.java", "build.sh", ""));
        // as if the second step had not been taken, and the first had been reversed
        Path root = sketch.root();
        Files.createDirectories(root.resolve("src/a"));
        Files.move(root.resolve("build.sh"), root.resolve("src/a/A.java"));
        Files.move(root.resolve(".pfeiler/kept/build.sh"), root.resolve("build.sh"));
        Files.delete(root.resolve("to/build.sh"));
        Files.writeString(root.resolve("src/a/A.java"), "mine");
        assertThat(Undo.run(root, Undo.Edits.TAKE_OLD, BuildOutput.NONE).aside())
                .isEmpty();
        assertThat(Files.readString(root.resolve("src/a/A.java"))).isEqualTo("mine");
        assertThat(sketch.digest().get("build.sh")).isEqualTo(before.get("build.sh"));
    }

    @Test
    void theOldTreeIsLaidOutBesideTheNewOne() throws IOException {
        Map<String, String> before = sketch.digest();
        convert(
                new Step.Move("src/a/A.java", "src/main/java/a/A.java", ""),
                new Step.Retire("lib/x.jar", ""),
                new Step.Write("pom.xml", "<project/>", ""));
        sketch.file("target/x", "built since");
        Sketch old = new Sketch(Files.createDirectories(folder.resolve("old")));
        Undo.layOut(sketch.root(), old.root(), Files.createDirectories(folder.resolve("new")), BuildOutput.NONE);
        assertThat(old.digest().keySet()).isEqualTo(before.keySet());
        assertThat(Files.readString(old.root().resolve("src/a/A.java"))).contains("class A");
    }

    @Test
    void acceptDropsTheLedger() {
        convert(new Step.Retire("lib/x.jar", ""), new Step.Write("pom.xml", "", ""));
        assertThat(Undo.accept(sketch.root())).isEqualTo(1);
        assertThat(has(".pfeiler")).isFalse();
        assertThatThrownBy(() -> Undo.run(sketch.root(), Undo.Edits.REFUSE, BuildOutput.NONE))
                .isInstanceOf(Refusal.class);
    }

    @Test
    void aLedgerOfAnotherFormatOrNoneAtAllIsRefused() throws IOException {
        sketch.file(".pfeiler/ledger.json", "{\"format\":\"pfeiler-ledger/9\"}");
        assertThatThrownBy(() -> Undo.run(sketch.root(), Undo.Edits.REFUSE, BuildOutput.NONE))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("pfeiler-ledger/9");
        sketch.file(".pfeiler/ledger.json", "{ nonsense");
        assertThatThrownBy(() -> Undo.run(sketch.root(), Undo.Edits.REFUSE, BuildOutput.NONE))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("cannot be read");
    }

    @Test
    void theIgnoreFileIsAddedToAndNotDisturbed() throws IOException {
        assertThat(IgnoreFile.covering(sketch.tree(), List.of("/target/"), "")).containsInstanceOf(Step.Write.class);
        sketch.bytes(".gitignore", "*.log\r\n# last".getBytes(StandardCharsets.UTF_8));
        assertThat(IgnoreFile.covering(sketch.tree(), List.of("/target/"), ""))
                .get()
                .isInstanceOfSatisfying(Step.Edit.class, edit -> assertThat(edit.content())
                        .isEqualTo("*.log\r\n# last\r\n/target/\r\n"));
        sketch.file(".gitignore", "target");
        assertThat(IgnoreFile.covering(sketch.tree(), List.of("/target/"), "")).isEmpty();
    }
}

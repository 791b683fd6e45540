package dev.pfeiler.conversion;

import static org.assertj.core.api.Assertions.assertThat;

import com.google.common.jimfs.Configuration;
import com.google.common.jimfs.Jimfs;
import dev.pfeiler.process.Console;
import dev.pfeiler.process.Environment;
import dev.pfeiler.tree.ProjectTree;
import java.io.IOException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.FileSystem;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** Conversions and environments as they are on systems that the tests do not run on. */
class OtherSystemsTest {
    /** File systems that ignore letter case. */
    enum System {
        MACOS(Configuration.osX(), "/work/project"),
        WINDOWS(Configuration.windows(), "C:\\work\\project");

        private final Configuration configuration;
        private final String root;

        System(Configuration configuration, String root) {
            this.configuration = configuration;
            this.root = root;
        }
    }

    private static Map<String, String> content(Path root) throws IOException {
        Map<String, String> content = new TreeMap<>();
        try (Stream<Path> all = Files.walk(root)) {
            for (Path path : (Iterable<Path>) all::iterator)
                content.put(
                        root.relativize(path).toString().replace('\\', '/'),
                        Files.isDirectory(path) ? "folder" : Files.readString(path));
        }
        return content;
    }

    private static Path project(FileSystem system, String place) throws IOException {
        Path root = Files.createDirectories(system.getPath(place));
        for (String[] file : new String[][] {
            {"src/tide.php", "<?php class Tide {}"},
            {"src/sub/Quay.php", "<?php class Quay {}"},
            {"lib/old.txt", "old"},
            {"Notes é.txt", "notes"}
        }) {
            Files.createDirectories(root.resolve(file[0]).getParent());
            Files.writeString(root.resolve(file[0]), file[1]);
        }
        return root;
    }

    private static List<Step> convert(Path root) {
        return Conversion.run(
                ProjectTree.read(root),
                List.of(
                        new Step.Move("src/tide.php", "src/Tide.php", "the class's name"),
                        new Step.Move("src/sub/Quay.php", "src/Sub/Quay.php", "the namespace"),
                        new Step.Retire("lib/old.txt", ""),
                        new Step.Write("composer.json", "{}", "")),
                Ledger.Decided.NOTHING);
    }

    /** Only the letter case of names changes, which there is the same file before and after. */
    @ParameterizedTest
    @EnumSource(System.class)
    void aRenameOfLetterCaseAloneIsDoneAndUndone(System kind) throws IOException {
        try (FileSystem system = Jimfs.newFileSystem(kind.configuration)) {
            Path root = project(system, kind.root);
            Map<String, String> before = content(root);
            convert(root);
            assertThat(content(root))
                    .containsEntry("src/Tide.php", "<?php class Tide {}")
                    .containsEntry("composer.json", "{}")
                    .doesNotContainKeys("src/tide.php", "lib/old.txt");
            assertThat(Undo.run(root, Undo.Edits.REFUSE, BuildOutput.NONE).left())
                    .isEmpty();
            assertThat(content(root)).isEqualTo(before);
        }
    }

    /** What the user changed since is found there, too. */
    @ParameterizedTest
    @EnumSource(System.class)
    void editsAfterSuchARenameAreKept(System kind) throws IOException {
        try (FileSystem system = Jimfs.newFileSystem(kind.configuration)) {
            Path root = project(system, kind.root);
            convert(root);
            Files.writeString(root.resolve("src/Tide.php"), "mine");
            Undo.run(root, Undo.Edits.KEEP_MINE, BuildOutput.NONE);
            assertThat(content(root)).containsEntry("src/tide.php", "mine").containsKey("lib/old.txt");
        }
    }

    /** A second run finds the lock, although it may not open the locked file. */
    @ParameterizedTest
    @EnumSource(System.class)
    void theLockNeedsNoSecondHandle(System kind) throws IOException {
        try (FileSystem system = Jimfs.newFileSystem(kind.configuration)) {
            Path root = project(system, kind.root);
            Lock lock = Lock.take(root);
            lock.release();
            assertThat(LedgerFile.folder(root)).doesNotExist();
        }
    }

    @TempDir
    Path folder;

    /** Windows spells it Path, separates its folders by semicolons, and gives programs an ending. */
    @Test
    void programsAreFoundWithWindowsVariables() throws IOException {
        Path program = Files.writeString(folder.resolve("npm.cmd"), "");
        Files.setPosixFilePermissions(program, PosixFilePermissions.fromString("rwxr-xr-x"));
        Environment windows = new Environment(
                folder,
                Map.of("Path", "bin;" + folder + ";\0", "programfiles", "x"),
                folder,
                true,
                Environment.Platform.WINDOWS);
        assertThat(windows.program("npm")).contains(program);
        assertThat(windows.variables()).containsEntry("ProgramFiles", "x");
        Environment posix = new Environment(folder, Map.of("Path", folder.toString()), folder, true);
        assertThat(posix.program("npm.cmd")).isEmpty();
    }

    /** A relative folder on the PATH would lead into the project. */
    @Test
    void programsOfTheProjectAreNotFound() throws IOException {
        Environment here = new Environment(folder, Map.of("PATH", ".:bin::" + folder.resolve("none")), folder, true);
        assertThat(here.program("pom.xml")).isEmpty();
        assertThat(here.program("mvn")).isEmpty();
    }

    @Test
    void otherProgramsPrintInTheConsolesCharset() {
        Charset windows = Charset.forName("windows-1252");
        assertThat(Console.decode("C:\\Users\\Jürgen".getBytes(windows), windows))
                .isEqualTo("C:\\Users\\Jürgen");
        assertThat(Console.decode("C:\\Users\\Jürgen".getBytes(StandardCharsets.UTF_8), windows))
                .isEqualTo("C:\\Users\\Jürgen");
    }
}

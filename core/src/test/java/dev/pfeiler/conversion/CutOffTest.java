package dev.pfeiler.conversion;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.pfeiler.Sketch;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.tree.ProjectTree;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Conversions and reversals that are cut off, at every point and at random ones, with edits in between. */
class CutOffTest {
    private static final int HALTED = 77;

    @TempDir
    Path folder;

    /** Changes files until it has done as many changes as it may. */
    private static final class Halting extends Disk {
        private final Runnable halt;
        private int left;

        Halting(int left, Runnable halt) {
            this.left = left;
            this.halt = halt;
        }

        @Override
        void before(String change) {
            if (left-- <= 0) halt.run();
        }
    }

    /** The process that is halted: converts a folder, or puts it back, for as many changes as it is told. */
    static final class Child {
        private Child() {}

        public static void main(String[] words) {
            Path root = Path.of(words[0]);
            Disk disk = new Halting(
                    Integer.parseInt(words[2]), () -> Runtime.getRuntime().halt(HALTED));
            if (words[1].equals("convert"))
                Conversion.run(
                        ProjectTree.read(root),
                        steps(),
                        new Ledger.Decided(List.of(), Map.of(), Map.of(), record()),
                        disk);
            else Undo.run(root, Undo.Edits.REFUSE, BuildOutput.NONE, disk);
        }
    }

    private static Map<String, byte[]> record() {
        return Map.of("proposal.json", "{}".getBytes(StandardCharsets.UTF_8));
    }

    /** All kinds of steps, with places that are left by one file and taken by another. */
    private static List<Step> steps() {
        return List.of(
                new Step.Move("src/A.java", "src/main/java/A.java", ""),
                new Step.Move("x/one.txt", "x/two.txt", ""),
                new Step.Move("x/two.txt", "x/three.txt", ""),
                new Step.Move("new/one.txt", "x/one.txt", ""),
                new Step.Retire("lib/x.jar", ""),
                new Step.Retire("pom.xml", ""),
                new Step.Write("pom.xml", "<project/>", ""),
                new Step.Write(".gitignore", "/target/", ""),
                new Step.Edit("build.sh", "build.sh", "#!/bin/sh\nmvn", StandardCharsets.UTF_8, List.of(), ""));
    }

    private Sketch project(String name) throws IOException {
        Sketch sketch = new Sketch(Files.createDirectories(folder.resolve(name)))
                .file("src/A.java", "class A {}")
                .file("x/one.txt", "1")
                .file("x/two.txt", "2")
                .file("new/one.txt", "new 1")
                .file("lib/x.jar", "jar")
                .file("pom.xml", "<old/>")
                .file("build.sh", "#!/bin/sh");
        Files.setPosixFilePermissions(sketch.root().resolve("build.sh"), PosixFilePermissions.fromString("rwxr-x--x"));
        Files.createDirectories(sketch.root().resolve("empty/inner"));
        return sketch;
    }

    private static int child(Path root, String action, int changes) throws IOException {
        Process process = new ProcessBuilder(
                        Path.of(System.getProperty("java.home"), "bin/java").toString(),
                        "-XX:TieredStopAtLevel=1",
                        "-XX:+UseSerialGC",
                        "-cp",
                        System.getProperty("java.class.path"),
                        Child.class.getName(),
                        root.toString(),
                        action,
                        String.valueOf(changes))
                .inheritIO()
                .start();
        try {
            return process.waitFor();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IOException(e);
        }
    }

    private static Map<String, String> withoutLedger(Map<String, String> digest) {
        Map<String, String> plain = new TreeMap<>(digest);
        plain.keySet().removeIf(path -> path.isEmpty() || path.equals(".pfeiler") || path.startsWith(".pfeiler/"));
        return plain;
    }

    @Test
    void aConversionHaltedAtAnyPointIsUndoneToTheLastByte() throws IOException {
        int points = 0;
        for (int exit = HALTED; exit == HALTED; points++) {
            Sketch sketch = project("convert" + points);
            Map<String, String> before = withoutLedger(sketch.digest());
            exit = child(sketch.root(), "convert", points);
            assertThat(exit).isIn(HALTED, 0);
            if (LedgerFile.exists(sketch.root())) {
                assertThatThrownBy(() -> Conversion.run(
                                sketch.tree(), steps(), new Ledger.Decided(List.of(), Map.of(), Map.of(), record())))
                        .isInstanceOf(Refusal.class)
                        .hasMessageContaining("already converted");
            } else {
                // nothing has been touched, and what was begun is in nobody's way
                assertThat(withoutLedger(sketch.digest()))
                        .as("before change %s", points)
                        .isEqualTo(before);
                Conversion.run(sketch.tree(), steps(), new Ledger.Decided(List.of(), Map.of(), Map.of(), record()));
            }
            Undo.run(sketch.root(), Undo.Edits.REFUSE, BuildOutput.NONE);
            assertThat(withoutLedger(sketch.digest()))
                    .as("halted before change %s", points)
                    .isEqualTo(before);
            assertThat(sketch.root().resolve(".pfeiler")).doesNotExist();
        }
        System.out.println("conversion: halted at " + (points - 1) + " points, undone at each");
        assertThat(points).isGreaterThan(35);
    }

    @Test
    void anUndoHaltedAtAnyPointIsRunAgain() throws IOException {
        int points = 0;
        for (int exit = HALTED; exit == HALTED; points++) {
            Sketch sketch = project("undo" + points);
            Map<String, String> before = withoutLedger(sketch.digest());
            Conversion.run(sketch.tree(), steps(), new Ledger.Decided(List.of(), Map.of(), Map.of(), record()));
            exit = child(sketch.root(), "undo", points);
            assertThat(exit).isIn(HALTED, 0);
            if (LedgerFile.exists(sketch.root())) Undo.run(sketch.root(), Undo.Edits.REFUSE, BuildOutput.NONE);
            assertThat(withoutLedger(sketch.digest()))
                    .as("halted before change %s", points)
                    .isEqualTo(before);
        }
        System.out.println("undo: halted at " + (points - 1) + " points, ended by a second run at each");
        assertThat(points).isGreaterThan(14);
    }

    /** What a halt is within one process. */
    private static final class Halt extends Error {
        private static final long serialVersionUID = 1;
    }

    private static Disk haltingSomewhere(Random random) {
        return new Halting(random.nextInt(60), () -> {
            throw new Halt();
        });
    }

    @Test
    void whateverIsDoneInBetweenNothingIsLost() throws IOException {
        long seed = Long.getLong("pfeiler.seed", System.nanoTime());
        System.out.println("random trees from seed " + seed);
        for (int turn = 0; turn < Integer.getInteger("pfeiler.fuzz", 400); turn++) randomTree(seed + turn);
    }

    /** Seeds that have shown a defect. */
    @ParameterizedTest
    // a move that was never begun, and the user's edit of the file that had yet to leave its place
    @ValueSource(longs = 11598083250275L + 8136)
    void nothingIsLostWhereItOnceWas(long seed) throws IOException {
        randomTree(seed);
    }

    private void randomTree(long seed) throws IOException {
        Random random = new Random(seed);
        Sketch sketch = new Sketch(Files.createDirectories(folder.resolve("random" + seed)));
        List<String> old = new ArrayList<>();
        for (int i = 0; i < 3 + random.nextInt(12); i++) {
            String path = "d" + random.nextInt(3) + "/f" + i + ".txt";
            sketch.file(path, "old " + i);
            old.add(path);
        }
        Map<String, String> before = contents(sketch.root());
        List<Step> steps = randomSteps(random, old);
        try {
            Conversion.run(sketch.tree(), steps, Ledger.Decided.NOTHING, haltingSomewhere(random));
        } catch (Halt e) {
            // cut off somewhere
        }
        if (!LedgerFile.exists(sketch.root())) {
            assertThat(contents(sketch.root())).isEqualTo(before);
            return;
        }
        // a file that no step has touched is the person's own matter
        Map<String, String> concerned = new TreeMap<>(before);
        concerned.entrySet().removeAll(contents(sketch.root()).entrySet());
        Set<String> mine = randomEdits(random, sketch);
        Undo.Edits edits = random.nextBoolean() ? Undo.Edits.TAKE_OLD : Undo.Edits.KEEP_MINE;
        try {
            Undo.run(sketch.root(), edits, BuildOutput.NONE, haltingSomewhere(random));
        } catch (Halt e) {
            if (LedgerFile.exists(sketch.root())) Undo.run(sketch.root(), edits, BuildOutput.NONE);
        }
        Map<String, String> after = contents(sketch.root());
        assertThat(after.values()).as("seed %s %s", seed, edits).containsAll(mine);
        if (edits == Undo.Edits.TAKE_OLD) {
            assertThat(after).as("seed %s", seed).containsAllEntriesOf(concerned);
        }
        if (mine.isEmpty() && edits == Undo.Edits.TAKE_OLD) assertThat(after).isEqualTo(before);
    }

    private static List<Step> randomSteps(Random random, List<String> old) {
        List<Step> steps = new ArrayList<>();
        Set<String> goals = new HashSet<>();
        List<String> left = new ArrayList<>();
        for (String path : old) {
            switch (random.nextInt(6)) {
                case 0 -> {}
                case 1 -> {
                    steps.add(new Step.Retire(path, ""));
                    left.add(path);
                }
                case 2 -> steps.add(new Step.Edit(path, path, "edited " + path, StandardCharsets.UTF_8, List.of(), ""));
                case 3 -> {
                    String place = goals.add("to/" + path) ? "to/" + path : "further/" + path;
                    steps.add(new Step.Edit(path, place, "edited " + path, StandardCharsets.UTF_8, List.of(), ""));
                    left.add(0, path);
                }
                default -> {
                    // sometimes to a place that another file leaves
                    String place = left.isEmpty() || random.nextInt(3) > 0 ? "to/" + path : left.get(0);
                    if (!goals.add(place)) place = "further/" + path;
                    steps.add(new Step.Move(path, place, ""));
                    left.add(0, path);
                }
            }
        }
        steps.add(new Step.Write("made/pom.xml", "<project/>", ""));
        return steps;
    }

    /** Edits, deletes and makes files as a person would; the contents that are the person's own. */
    private static Set<String> randomEdits(Random random, Sketch sketch) throws IOException {
        Set<String> mine = new HashSet<>();
        for (String path : contents(sketch.root()).keySet()) {
            int dice = random.nextInt(8);
            if (dice == 0) {
                String text = "mine " + path + random.nextInt();
                Files.writeString(sketch.root().resolve(path), text);
                mine.add(text);
            } else if (dice == 1 && path.startsWith("to/"))
                Files.delete(sketch.root().resolve(path));
        }
        for (int i = 0; i < random.nextInt(3); i++) {
            Path place = sketch.root().resolve("d" + random.nextInt(3) + "/f" + random.nextInt(12) + ".txt");
            if (Files.exists(place)) continue;
            String text = "mine new " + random.nextInt();
            Files.createDirectories(place.getParent());
            Files.writeString(place, text);
            mine.add(text);
        }
        return mine;
    }

    private static Map<String, String> contents(Path root) throws IOException {
        Map<String, String> contents = new TreeMap<>();
        try (Stream<Path> all = Files.walk(root)) {
            for (Path path : (Iterable<Path>) all::iterator) {
                String name = root.relativize(path).toString();
                if (!Files.isRegularFile(path, LinkOption.NOFOLLOW_LINKS) || name.startsWith(".pfeiler")) continue;
                contents.put(name, Files.readString(path));
            }
        }
        return contents;
    }
}

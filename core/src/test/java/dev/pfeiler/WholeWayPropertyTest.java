package dev.pfeiler;

import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.conversion.Undo;
import dev.pfeiler.ecosystem.jvm.JvmEcosystem;
import dev.pfeiler.ecosystem.node.NodeEcosystem;
import dev.pfeiler.ecosystem.php.PhpEcosystem;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.process.Environment;
import dev.pfeiler.proof.ProofRequest;
import dev.pfeiler.proof.Verdict;
import dev.pfeiler.proposal.Choices;
import dev.pfeiler.survey.Survey;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * Random trees with random names and bytes: convert, prove and undo lose nothing, in every ecosystem.
 * {@code -Dpfeiler.fuzz=N} takes N turns, {@code -Dpfeiler.seed=S} another seed.
 */
class WholeWayPropertyTest {
    private static final int TURNS = Integer.getInteger("pfeiler.fuzz", 40);
    private static final List<String> NAMES = List.of(
            "a",
            "B",
            "tide",
            "Tide",
            "north pier",
            "größe",
            "日本",
            "it's",
            "a;id",
            "a&b",
            "$HOME",
            "-rf",
            "%PATH%",
            "a\"b",
            "x".repeat(120),
            "dot.dot",
            ".hidden",
            "back\\slash",
            "line\nend",
            "target",
            "build",
            "vendor",
            "lib",
            "src",
            "test",
            "dist");

    @TempDir
    Path folder;

    private Random random;

    private String name() {
        return NAMES.get(random.nextInt(NAMES.size()));
    }

    private String place() {
        StringBuilder place = new StringBuilder();
        for (int depth = random.nextInt(3); depth > 0; depth--)
            place.append(name()).append('/');
        return place + name();
    }

    private byte[] bytes() {
        byte[] bytes = new byte[random.nextInt(200)];
        random.nextBytes(bytes);
        return bytes;
    }

    /** Sources of an ecosystem, wired by hand, among files of all kinds. */
    private Sketch project(String ecosystem, Path root) throws IOException {
        Sketch sketch = new Sketch(Files.createDirectories(root));
        for (int i = 0; i < 12; i++) put(sketch, place() + ".txt", bytes());
        for (int i = 0; i < 3; i++) put(sketch, place(), bytes());
        for (int i = 0; i < 6; i++) {
            String simple = "C" + i;
            String base = place();
            String source =
                    switch (ecosystem) {
                        case "jvm" ->
                            "package p" + i + ";\npublic class " + simple + " { String s = \""
                                    + (random.nextBoolean() ? "größe" : "x") + "\"; }\r\n";
                        case "php" -> "<?php\nclass " + simple + " { function n() { return '" + i + "'; } }\n";
                        case "node" -> "var " + simple.toLowerCase() + " = " + i + ";\n";
                        default -> String.valueOf(i);
                    };
            String path =
                    switch (ecosystem) {
                        case "jvm" -> base + "/p" + i + "/" + simple + ".java";
                        case "php" -> base + "/" + (random.nextBoolean() ? simple : simple.toLowerCase()) + ".php";
                        case "node" -> base + "/" + simple + ".js";
                        default -> base + "/" + simple + ".toy";
                    };
            put(
                    sketch,
                    path,
                    source.getBytes(random.nextInt(4) == 0 ? StandardCharsets.ISO_8859_1 : StandardCharsets.UTF_8));
        }
        switch (ecosystem) {
            case "jvm" ->
                put(sketch, "build.sh", "javac -d out $(find . -name '*.java')\n".getBytes(StandardCharsets.UTF_8));
            case "php" -> put(sketch, "index.php", "<?php echo 'tide';\n".getBytes(StandardCharsets.UTF_8));
            case "node" -> {
                put(sketch, "index.html", "<script src=\"main.js\"></script>\n".getBytes(StandardCharsets.UTF_8));
                put(sketch, "main.js", "document.title = 'tide';\n".getBytes(StandardCharsets.UTF_8));
                put(sketch, "build.sh", "esbuild main.js --outfile=board.js\n".getBytes(StandardCharsets.UTF_8));
            }
            default -> put(sketch, "order.txt", "".getBytes(StandardCharsets.UTF_8));
        }
        return sketch;
    }

    /** Writes a file unless its place is taken by another kind of file. */
    private static void put(Sketch sketch, String path, byte[] bytes) throws IOException {
        Path file = sketch.root().resolve(path);
        for (Path at = file.getParent(); !at.equals(sketch.root()); at = at.getParent())
            if (Files.isRegularFile(at)) return;
        if (!Files.exists(file)) sketch.bytes(path, bytes);
    }

    private Pfeiler pfeiler(String ecosystem) {
        Environment here = Environment.here();
        Environment environment = new Environment(
                folder.resolve("home"), Map.of("PATH", here.variables().get("PATH")), here.javaHome(), true);
        return new Pfeiler(
                new Ecosystems(List.of(
                        switch (ecosystem) {
                            case "jvm" -> new JvmEcosystem();
                            case "php" -> new PhpEcosystem();
                            case "node" -> new NodeEcosystem();
                            default -> new ToyEcosystem();
                        })),
                environment);
    }

    private void turns(String ecosystem, int least) throws IOException {
        int converted = 0;
        Set<String> refused = new TreeSet<>();
        for (int turn = 0; turn < TURNS; turn++) {
            random = new Random(Long.getLong("pfeiler.seed", 11) + turn);
            Sketch sketch = project(ecosystem, folder.resolve(ecosystem + turn));
            Map<String, String> before = sketch.digest();
            Pfeiler pfeiler = pfeiler(ecosystem);
            try {
                Survey survey = pfeiler.survey(sketch.root());
                pfeiler.convert(survey, pfeiler.propose(survey, Choices.NONE), Choices.NONE);
            } catch (Refusal e) {
                assertThat(sketch.digest())
                        .as("refused in turn %s: %s", turn, e.getMessage())
                        .isEqualTo(before);
                refused.add(e.getMessage());
                continue;
            }
            converted++;
            if (ecosystem.equals("toy")) provenWhileTheUserWorks(pfeiler, sketch);
            Undo.Result undone = pfeiler.undo(sketch.root(), Undo.Edits.REFUSE);
            assertThat(undone.aside()).isEmpty();
            Map<String, String> after = sketch.digest();
            after.keySet().removeIf(path -> path.startsWith("saved meanwhile"));
            assertThat(after).as("turn %s", turn).isEqualTo(before);
        }
        assertThat(converted)
                .as("turns of %s that were converted; refused: %s", ecosystem, refused)
                .isGreaterThan(least);
    }

    /** What is saved during a proof stays, and nothing else of the project has changed afterwards. */
    private void provenWhileTheUserWorks(Pfeiler pfeiler, Sketch sketch) throws IOException {
        Map<String, String> before = sketch.digest();
        int[] saved = {0};
        ProofRequest.Options options = new ProofRequest.Options(true, false, ProofRequest.RunOptions.NONE);
        Verdict verdict = pfeiler.prove(sketch.root(), options, stage -> {
            try {
                sketch.file("saved meanwhile/" + saved[0]++ + ".txt", "mine");
            } catch (IOException e) {
                throw new IllegalStateException(e);
            }
        });
        assertThat(verdict.parts()).isNotEmpty();
        assertThat(saved[0]).isPositive();
        Map<String, String> after = sketch.digest();
        for (int i = 0; i < saved[0]; i++) assertThat(after).containsKey("saved meanwhile/" + i + ".txt");
        before.keySet().removeIf(path -> path.startsWith(".pfeiler"));
        after.keySet().removeIf(path -> path.startsWith(".pfeiler") || path.startsWith("saved meanwhile"));
        assertThat(after).isEqualTo(before);
    }

    @Test
    void javaSurvives() throws IOException {
        turns("jvm", TURNS / 4);
    }

    @Test
    void phpSurvives() throws IOException {
        turns("php", TURNS / 4);
    }

    @Test
    void scriptsSurvive() throws IOException {
        turns("node", TURNS / 4);
    }

    @Test
    void anEcosystemWithAProofSurvives() throws IOException {
        turns("toy", TURNS / 4);
    }
}

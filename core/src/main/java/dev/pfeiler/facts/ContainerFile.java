package dev.pfeiler.facts;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.script.ScriptLine;
import dev.pfeiler.script.ShellText;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.Text;
import dev.pfeiler.tree.TreeFile;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;

/**
 * A file that a container image is made by. Source: the Dockerfile reference.
 *
 * @param instructions in their order
 */
public record ContainerFile(String path, List<Instruction> instructions) {
    private static final long LARGEST = 256 << 10;
    private static final ObjectMapper JSON = new ObjectMapper();
    private static final Set<String> NAMES = Set.of("dockerfile", "containerfile");

    /**
     * An instruction.
     *
     * @param name in upper case
     * @param words its arguments, without quotes; of the exec form, the entries of the array
     */
    public record Instruction(String name, List<String> words, Evidence evidence) {
        public Instruction {
            words = List.copyOf(words);
        }
    }

    public ContainerFile {
        instructions = List.copyOf(instructions);
    }

    /** Whether a file is one by its name: {@code Dockerfile}, {@code web.dockerfile}, {@code Dockerfile.test}. */
    public static boolean isOne(String path) {
        String name = Paths.name(path).toLowerCase(Locale.ROOT);
        return NAMES.stream()
                .anyMatch(one -> name.equals(one) || name.endsWith("." + one) || name.startsWith(one + "."));
    }

    /** All of a tree. */
    public static List<ContainerFile> in(ProjectTree tree) {
        return tree.files().stream()
                .filter(file -> !file.link() && isOne(file.path()))
                .map(file -> read(tree, file))
                .toList();
    }

    static ContainerFile read(ProjectTree tree, TreeFile file) {
        List<Instruction> instructions = new ArrayList<>();
        for (ScriptLine line : ScriptLine.joined(tree.lines(file, LARGEST), '\\')) {
            String text = line.text().strip();
            List<String> words = text.startsWith("#") ? List.of() : words(text);
            if (words.size() < 2) continue;
            instructions.add(new Instruction(
                    words.get(0).toUpperCase(Locale.ROOT),
                    words.subList(1, words.size()),
                    new Evidence(file.path(), line.number(), text)));
        }
        return new ContainerFile(file.path(), instructions);
    }

    private static List<String> words(String instruction) {
        int bracket = instruction.indexOf('[');
        if (bracket < 0) return ShellText.words(instruction);
        try {
            List<String> words = new ArrayList<>(Text.words(instruction.substring(0, bracket)));
            for (JsonNode node : JSON.readTree(instruction.substring(bracket))) words.add(node.asText());
            return words;
        } catch (JsonProcessingException e) {
            // a shell command with a bracket
            return ShellText.words(instruction);
        }
    }

    /** The instructions of some names. */
    public List<Instruction> instructions(Set<String> names) {
        return instructions.stream().filter(one -> names.contains(one.name())).toList();
    }

    /** The images that it starts from. */
    public List<Instruction> images() {
        return instructions(Set.of("FROM"));
    }

    /** The image that an instruction starts from, with its tag. */
    static Optional<String> image(Instruction from) {
        return from.words().stream().filter(word -> !word.startsWith("--")).findFirst();
    }
}

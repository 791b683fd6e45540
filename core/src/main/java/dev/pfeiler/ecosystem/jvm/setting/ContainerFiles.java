package dev.pfeiler.ecosystem.jvm.setting;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import dev.pfeiler.ecosystem.jvm.language.ClassNames;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.TreeFile;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/** What the files that container images are made by say of a program. Source: the format's reference. */
public final class ContainerFiles {
    private static final long LARGEST = 256 << 10;
    private static final ObjectMapper JSON = new ObjectMapper();
    private static final Pattern SHELL_WORD = Pattern.compile("(?:[^\\s\"']++|\"[^\"]*+\"|'[^']*+')++");
    private static final Set<String> WITH_VALUE =
            Set.of("-cp", "-classpath", "--class-path", "-p", "--module-path", "-jar", "-m", "--module");

    /** An instruction with its words. */
    private record Instruction(String name, List<String> words, Evidence evidence) {}

    private final List<Instruction> instructions = new ArrayList<>();

    private ContainerFiles() {}

    public static ContainerFiles read(ProjectTree tree) {
        ContainerFiles files = new ContainerFiles();
        tree.files().stream().filter(ContainerFiles::isOne).forEach(file -> files.read(tree, file));
        return files;
    }

    static boolean isOne(TreeFile file) {
        return Set.of("Dockerfile", "Containerfile").contains(file.name())
                || file.extension().equals("dockerfile");
    }

    private void read(ProjectTree tree, TreeFile file) {
        List<String> lines = tree.lines(file, LARGEST);
        for (int i = 0; i < lines.size(); i++) {
            int first = i;
            StringBuilder whole = new StringBuilder(lines.get(i).strip());
            while (whole.toString().endsWith("\\") && i + 1 < lines.size()) {
                whole.setLength(whole.length() - 1);
                whole.append(' ').append(lines.get(++i).strip());
            }
            List<String> words = words(whole.toString());
            if (words.size() < 2 || words.get(0).startsWith("#")) continue;
            instructions.add(new Instruction(
                    words.get(0).toUpperCase(Locale.ROOT),
                    words.subList(1, words.size()),
                    new Evidence(file.path(), first + 1, lines.get(first).strip())));
        }
    }

    /** The words of an instruction; its arguments may be a JSON array. Source: the "exec form" of the reference. */
    private static List<String> words(String instruction) {
        List<String> words = new ArrayList<>();
        int bracket = instruction.indexOf('[');
        String plain = bracket < 0 ? instruction : instruction.substring(0, bracket);
        if (bracket >= 0) {
            try {
                List<String> array = new ArrayList<>();
                for (JsonNode node : JSON.readTree(instruction.substring(bracket))) array.add(node.asText());
                Stream.of(plain.strip().split("\\s+"))
                        .filter(word -> !word.isEmpty())
                        .forEach(words::add);
                words.addAll(array);
                return words;
            } catch (JsonProcessingException e) {
                // not an array: a shell command with a bracket
            }
        }
        Matcher word = SHELL_WORD.matcher(instruction);
        while (word.find()) words.add(word.group().replaceAll("[\"']", ""));
        return words;
    }

    /** The classes that images start. */
    public List<Wiring.Setting> mainClasses() {
        return instructions.stream()
                .filter(one -> Set.of("CMD", "ENTRYPOINT").contains(one.name()))
                .flatMap(one -> mainClass(one.words()).map(name -> new Wiring.Setting(name, one.evidence())).stream())
                .toList();
    }

    private static Optional<String> mainClass(List<String> words) {
        int at = words.indexOf("java");
        for (int i = at + 1; at >= 0 && i < words.size(); i++) {
            String word = words.get(i);
            if (word.equals("-jar")) return Optional.empty();
            if (WITH_VALUE.contains(word)) i++;
            else if (!word.startsWith("-")) return Optional.of(word).filter(ClassNames::isQualified);
        }
        return Optional.empty();
    }

    /** The paths below which images serve web archives: a server serves each under its name. */
    public List<Wiring.Setting> contextPaths() {
        return copies().filter(one -> last(one).matches(".*/webapps/[^/]+\\.war"))
                .map(one -> new Wiring.Setting(Paths.stem(last(one)), one.evidence()))
                .filter(setting -> !setting.value().equals("ROOT"))
                .toList();
    }

    private Stream<Instruction> copies() {
        return instructions.stream()
                .filter(one -> Set.of("COPY", "ADD").contains(one.name())
                        && one.words().size() > 1);
    }

    private static String last(Instruction one) {
        return one.words().get(one.words().size() - 1);
    }
}

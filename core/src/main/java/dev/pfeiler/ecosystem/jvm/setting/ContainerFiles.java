package dev.pfeiler.ecosystem.jvm.setting;

import dev.pfeiler.ecosystem.jvm.language.ClassNames;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.facts.ContainerFile;
import dev.pfeiler.facts.ContainerFile.Instruction;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/** What the files that container images are made by say of a Java program. */
public final class ContainerFiles {
    private static final Set<String> WITH_VALUE =
            Set.of("-cp", "-classpath", "--class-path", "-p", "--module-path", "-jar", "-m", "--module");

    private final List<Instruction> instructions;

    private ContainerFiles(List<Instruction> instructions) {
        this.instructions = instructions;
    }

    public static ContainerFiles read(ProjectTree tree) {
        return new ContainerFiles(ContainerFile.in(tree).stream()
                .flatMap(file -> file.instructions().stream())
                .toList());
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
        return copies().filter(one -> isDeployed(last(one)))
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

    /** Whether a path is that of an archive in the folder from which a servlet container takes them. */
    private static boolean isDeployed(String path) {
        return Paths.extension(path).equals("war")
                && Paths.name(Paths.parent(path)).equals("webapps");
    }
}

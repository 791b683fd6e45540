package dev.pfeiler.ecosystem.php;

import dev.pfeiler.ecosystem.Creator;
import dev.pfeiler.ecosystem.Ecosystem;
import dev.pfeiler.ecosystem.Managed;
import dev.pfeiler.ecosystem.Part;
import dev.pfeiler.ecosystem.Reading;
import dev.pfeiler.ecosystem.Target;
import dev.pfeiler.ecosystem.php.composer.ComposerFile;
import dev.pfeiler.ecosystem.php.creation.PhpCreator;
import dev.pfeiler.ecosystem.php.project.PhpProject;
import dev.pfeiler.process.Environment;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.TreeFile;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Pattern;

/** PHP, managed with Composer. */
public final class PhpEcosystem implements Ecosystem {
    private static final Target COMPOSER = new ComposerTarget();
    private static final Pattern PROJECT = Pattern.compile("\"type\"\\s*:\\s*\"project\"");
    private static final Pattern LOADS = Pattern.compile("\\b(?:require|include)(?:_once)?\\b|spl_autoload_register");
    private static final long LARGEST = 1 << 20;

    @Override
    public String id() {
        return "php";
    }

    @Override
    public String title() {
        return "PHP";
    }

    @Override
    public Set<String> extensions() {
        return PhpProject.EXTENSIONS;
    }

    @Override
    public List<Target> targets() {
        return List.of(COMPOSER);
    }

    /** Programs that Composer manages, and one that contains all other files. */
    @Override
    public List<Part> parts(ProjectTree tree) {
        List<Part> parts = new ArrayList<>();
        Set<String> managed = new TreeSet<>();
        for (TreeFile file : tree.files()) {
            String folder = Paths.parent(file.path());
            boolean inner = managed.stream().anyMatch(outer -> Paths.within(outer, folder));
            if (file.name().equals(ComposerFile.NAME) && !inner && (folder.isEmpty() || isInstalled(tree, folder)))
                managed.add(folder);
        }
        for (String folder : managed) {
            parts.add(new Part(
                    folder,
                    Part.Claim.WIRED,
                    Optional.of(Managed.by(COMPOSER, ComposerFile.NAME)),
                    sources(tree, folder).size()));
        }
        if (managed.contains("")) return parts;
        List<TreeFile> rest = sources(tree.at("", managed), "");
        if (rest.isEmpty()) return parts;
        boolean loads = rest.size() > 1
                && rest.stream().anyMatch(file -> tree.lines(file, LARGEST).stream()
                        .anyMatch(line -> LOADS.matcher(line).find()));
        String folder = Paths.common(
                rest.stream().map(file -> Paths.parent(file.path())).toList());
        parts.add(new Part(folder, loads ? Part.Claim.WIRED : Part.Claim.SOURCES, Optional.empty(), rest.size()));
        return parts;
    }

    /** A copied library has a descriptor too; a project says that it is one, or has been installed by Composer. */
    private static boolean isInstalled(ProjectTree tree, String folder) {
        boolean project = tree.file(Paths.join(folder, ComposerFile.NAME)).stream()
                .flatMap(file -> tree.lines(file, LARGEST).stream())
                .anyMatch(line -> PROJECT.matcher(line).find());
        return project
                || tree.has(Paths.join(folder, "composer.lock"))
                || tree.has(Paths.join(folder, "vendor/autoload.php"));
    }

    private static List<TreeFile> sources(ProjectTree tree, String folder) {
        return tree.under(folder)
                .filter(file -> PhpProject.EXTENSIONS.contains(file.extension()) && !file.link())
                .toList();
    }

    @Override
    public Reading read(ProjectTree part, Environment environment) {
        return PhpReading.of(PhpProject.of(part));
    }

    @Override
    public Optional<Creator> creator() {
        return Optional.of(new PhpCreator());
    }
}

package dev.pfeiler.facts;

import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.Text;
import dev.pfeiler.tree.TreeFile;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A place outside the sources that says on which release of a runtime a project is built or run: a container image, a file
 * of a build server, a file of a version switcher.
 *
 * @param version as it is written
 */
public record RuntimeSign(String version, Evidence evidence) {
    private static final long LARGEST = 64 << 10;
    private static final Set<String> SERVER_FILES = Set.of(
            ".travis.yml", ".gitlab-ci.yml", "bitbucket-pipelines.yml", ".circleci/config.yml", "azure-pipelines.yml");
    private static final Set<String> IMAGE_KEYS = Set.of("image", "container", "name");
    /** Files that several runtimes share. */
    private static final Set<String> SHARED = Set.of(".tool-versions", ".sdkmanrc");

    /**
     * How a runtime is called in such files.
     *
     * @param names its own, in files that name several
     * @param keys of its version, in files of build servers; without regard to case, hyphens and underscores
     * @param files of version switchers that are for it alone
     * @param version finds a version in a text, as the first group
     * @param image finds a version in the name of an image with its tag, as the first group
     */
    public record Runtime(Set<String> names, Set<String> keys, Set<String> files, Pattern version, Pattern image) {}

    /** Whether a path is that of a build server's file. */
    public static boolean isServerFile(String path) {
        return SERVER_FILES.contains(path)
                || Paths.parent(path).equals(".github/workflows")
                        && Set.of("yml", "yaml").contains(Paths.extension(path));
    }

    /** All signs of a runtime in a tree. */
    public static List<RuntimeSign> in(ProjectTree tree, Runtime runtime) {
        List<RuntimeSign> signs = new ArrayList<>();
        for (TreeFile file : tree.files()) {
            if (file.link() || file.size() > LARGEST) continue;
            if (ContainerFile.isOne(file.path())) images(ContainerFile.read(tree, file), runtime, signs);
            else if (isServerFile(file.path())) server(tree, file, runtime, signs);
            else if (runtime.files().contains(file.path()) || SHARED.contains(file.path()))
                switcher(tree, file, runtime, signs);
        }
        return signs;
    }

    private static void images(ContainerFile file, Runtime runtime, List<RuntimeSign> signs) {
        for (ContainerFile.Instruction from : file.images())
            ContainerFile.image(from)
                    .flatMap(image -> find(runtime.image(), image))
                    .ifPresent(version -> signs.add(new RuntimeSign(version, from.evidence())));
    }

    private static Optional<String> find(Pattern pattern, String text) {
        Matcher matcher = pattern.matcher(text);
        return matcher.find() ? Optional.of(matcher.group(1)) : Optional.empty();
    }

    private static void server(ProjectTree tree, TreeFile file, Runtime runtime, List<RuntimeSign> signs) {
        for (YamlValues.Value value : YamlValues.of(tree, file)) {
            String key = plain(value.key());
            boolean versions = runtime.keys().contains(key)
                    // a matrix of versions is keyed by the runtime's name
                    || value.keys().contains("matrix") && runtime.names().contains(key);
            Optional<String> version = versions
                    ? find(runtime.version(), value.text())
                    : IMAGE_KEYS.contains(key) ? find(runtime.image(), value.text()) : Optional.empty();
            version.ifPresent(found -> signs.add(new RuntimeSign(found, value.evidence())));
        }
    }

    private static String plain(String key) {
        return key.toLowerCase(Locale.ROOT).replace("-", "").replace("_", "");
    }

    /** A file with a version, or with lines of a name and a version. */
    private static void switcher(ProjectTree tree, TreeFile file, Runtime runtime, List<RuntimeSign> signs) {
        List<String> lines = tree.lines(file, LARGEST);
        for (int i = 0; i < lines.size(); i++) {
            List<String> words = Text.words(lines.get(i).replace('=', ' '));
            if (words.isEmpty() || words.get(0).startsWith("#")) continue;
            boolean named = words.size() > 1 && runtime.names().contains(plain(words.get(0)));
            boolean alone = words.size() == 1 && !SHARED.contains(file.name());
            if (!named && !alone) continue;
            Evidence evidence = new Evidence(file.path(), i + 1, lines.get(i));
            find(runtime.version(), words.get(words.size() - 1))
                    .ifPresent(version -> signs.add(new RuntimeSign(version, evidence)));
        }
    }
}

package dev.pfeiler.ecosystem.node.decision;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.MissingNode;
import dev.pfeiler.ecosystem.node.library.InstalledPackages;
import dev.pfeiler.ecosystem.node.project.NodeProject;
import dev.pfeiler.ecosystem.node.registry.PackageName;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.script.ScriptKind;
import dev.pfeiler.tree.TreeFile;
import java.io.IOException;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.semver4j.Semver;

/**
 * Versions of packages that a lock file without a descriptor states, and those that scripts and texts beside them state as
 * {@code NAME@VERSION}. Sources: the documentation of package-lock.json, and of the lock file of Yarn 1.
 */
final class StatedVersions {
    private static final Pattern STATED = Pattern.compile(
            "(?<![\\w@/.-])((?:@[a-z0-9][\\w.-]*/)?[a-z0-9][\\w.-]*)@[~^]?(\\d+(?:\\.\\d+){0,2}(?:-[\\w.]+)?)(?![\\w.]*@)");
    private static final Pattern TEXT = Pattern.compile("(?i)dockerfile.*|readme.*|install.*|\\.gitlab-ci\\.yml");
    /** Of a file that is looked through, in bytes. */
    private static final int LARGEST = 64 << 10;

    private static final String YARN = "yarn.lock";
    private static final Pattern YARN_VERSION = Pattern.compile("\\s+version \"([^\"]+)\"");
    /** Of a lock file, in bytes. */
    private static final int LARGEST_LOCK = 16 << 20;

    private final NodeProject project;
    private final Map<String, JsonNode> locks = new HashMap<>();
    /** Read when the first package asks. */
    private Map<String, RuntimeVersion> texts;

    StatedVersions(NodeProject project) {
        this.project = project;
    }

    /** The version of a package; else that of another one of its scope, whose packages are released together. */
    Optional<RuntimeVersion> of(String name) {
        Optional<RuntimeVersion> own = locked(name).or(() -> first(name::equals));
        Optional<String> scope = PackageName.scope(name);
        return own.or(() -> scope.flatMap(one -> first(other -> other.startsWith(one + "/"))
                .map(found -> new RuntimeVersion(String.valueOf(found.major()), found.evidence()))));
    }

    private Optional<RuntimeVersion> locked(String name) {
        for (String path : List.of("package-lock.json", "npm-shrinkwrap.json")) {
            JsonNode lock = locks.computeIfAbsent(path, this::json);
            String version = lock.path("packages")
                    .path(InstalledPackages.FOLDER + "/" + name)
                    .path("version")
                    .asText(lock.path("dependencies").path(name).path("version").asText(""));
            if (Semver.isValid(version))
                return Optional.of(new RuntimeVersion(version, Evidence.of(path, name + " " + version)));
        }
        List<String> lines = project.tree()
                .file(YARN)
                .map(file -> project.tree().lines(file, LARGEST_LOCK))
                .orElse(List.of());
        for (int i = 0; i + 1 < lines.size(); i++) {
            Matcher version = YARN_VERSION.matcher(lines.get(i + 1));
            boolean its = lines.get(i).startsWith(name + "@") || lines.get(i).startsWith("\"" + name + "@");
            if (its && version.matches())
                return Optional.of(new RuntimeVersion(version.group(1), new Evidence(YARN, i + 2, lines.get(i))));
        }
        return Optional.empty();
    }

    private JsonNode json(String path) {
        try {
            return project.tree().has(path)
                    ? new ObjectMapper().readTree(project.tree().bytes(path))
                    : MissingNode.getInstance();
        } catch (IOException e) {
            return MissingNode.getInstance();
        }
    }

    private Optional<RuntimeVersion> first(Predicate<String> wanted) {
        if (texts == null) texts = readTexts();
        return texts.entrySet().stream()
                .filter(one -> wanted.test(one.getKey()))
                .map(Map.Entry::getValue)
                .findFirst();
    }

    /** The first version that texts state for each package, in their order. */
    private Map<String, RuntimeVersion> readTexts() {
        Map<String, RuntimeVersion> found = new LinkedHashMap<>();
        for (TreeFile file : project.tree().files()) {
            boolean read = ScriptKind.ofPath(file.path()).isPresent()
                    || TEXT.matcher(file.name()).matches();
            if (!read || file.link()) continue;
            List<String> lines = project.tree().lines(file, LARGEST);
            for (int i = 0; i < lines.size(); i++) {
                Matcher matcher = STATED.matcher(lines.get(i));
                while (matcher.find())
                    found.putIfAbsent(
                            matcher.group(1),
                            new RuntimeVersion(matcher.group(2), new Evidence(file.path(), i + 1, lines.get(i))));
            }
        }
        return found;
    }
}

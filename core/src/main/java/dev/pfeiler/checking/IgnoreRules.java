package dev.pfeiler.checking;

import dev.pfeiler.conversion.IgnoreFile;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.eclipse.jgit.ignore.FastIgnoreRule;
import org.slf4j.LoggerFactory;

/** The rules of the ignore files of a tree. Source: the documentation of gitignore. */
final class IgnoreRules {
    /** A rule and where it is. */
    record Rule(String text, Evidence evidence, FastIgnoreRule matcher) {}

    /** By the folders of their files. */
    private final Map<String, List<Rule>> rules = new LinkedHashMap<>();

    private IgnoreRules() {}

    static IgnoreRules of(ProjectTree tree) {
        IgnoreRules all = new IgnoreRules();
        tree.files().stream()
                .filter(file -> file.name().equals(IgnoreFile.NAME) && !file.link())
                .forEach(file -> all.read(tree, file.path()));
        return all;
    }

    private void read(ProjectTree tree, String path) {
        List<Rule> found = new ArrayList<>();
        try {
            int number = 0;
            for (String line : tree.text(path).content().lines().toList()) {
                number++;
                if (line.isBlank() || line.startsWith("#")) continue;
                found.add(new Rule(line.strip(), new Evidence(path, number, line), new FastIgnoreRule(line)));
            }
        } catch (IOException e) {
            LoggerFactory.getLogger(IgnoreRules.class).debug("{}", path, e);
        }
        rules.put(Paths.parent(path), found);
    }

    boolean isEmpty() {
        return rules.isEmpty();
    }

    /** Whether a folder has an ignore file. */
    boolean has(String folder) {
        return rules.containsKey(folder);
    }

    /** The rule by which a file, or a folder that it is in, is ignored. */
    Optional<Rule> ignoring(String path) {
        String[] names = path.split("/");
        StringBuilder part = new StringBuilder();
        for (int i = 0; i < names.length; i++) {
            part.append(i == 0 ? "" : "/").append(names[i]);
            Optional<Rule> rule = last(part.toString(), i < names.length - 1);
            // what is in an ignored folder cannot be taken back
            if (rule.isPresent()) return rule;
        }
        return Optional.empty();
    }

    /** The last rule that matches decides, those of inner files after those of outer ones. */
    private Optional<Rule> last(String path, boolean folder) {
        Optional<Rule> last = Optional.empty();
        for (Map.Entry<String, List<Rule>> file : rules.entrySet()) {
            if (!Paths.within(file.getKey(), path) || file.getKey().equals(path)) continue;
            String relative = Paths.relative(file.getKey(), path);
            for (Rule rule : file.getValue())
                if (rule.matcher().isMatch(relative, folder, true))
                    last = rule.matcher().getResult() ? Optional.of(rule) : Optional.empty();
        }
        return last;
    }
}

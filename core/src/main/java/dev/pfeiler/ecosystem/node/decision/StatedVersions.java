package dev.pfeiler.ecosystem.node.decision;

import dev.pfeiler.ecosystem.node.project.NodeProject;
import dev.pfeiler.ecosystem.node.registry.PackageName;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.script.ScriptKind;
import dev.pfeiler.tree.TreeFile;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Versions of tools that scripts and texts beside them state, as {@code NAME@VERSION}. */
final class StatedVersions {
    private static final Pattern STATED = Pattern.compile(
            "(?<![\\w@/.-])((?:@[a-z0-9][\\w.-]*/)?[a-z0-9][\\w.-]*)@[~^]?(\\d+(?:\\.\\d+){0,2}(?:-[\\w.]+)?)(?![\\w.]*@)");
    private static final Pattern TEXT = Pattern.compile("(?i)dockerfile.*|readme.*|install.*|\\.gitlab-ci\\.yml");
    /** Of a file that is looked through, in bytes. */
    private static final int LARGEST = 64 << 10;

    private final NodeProject project;

    StatedVersions(NodeProject project) {
        this.project = project;
    }

    /** The version of a package; else that of another one of its scope, whose packages are released together. */
    Optional<RuntimeVersion> of(String name) {
        Optional<RuntimeVersion> own = first(name::equals);
        Optional<String> scope = PackageName.scope(name);
        return own.or(() -> scope.flatMap(one -> first(other -> other.startsWith(one + "/"))
                .map(found -> new RuntimeVersion(String.valueOf(found.major()), found.evidence()))));
    }

    private Optional<RuntimeVersion> first(java.util.function.Predicate<String> wanted) {
        for (TreeFile file : project.tree().files()) {
            boolean read = ScriptKind.ofPath(file.path()).isPresent()
                    || TEXT.matcher(file.name()).matches();
            if (!read || file.link()) continue;
            List<String> lines = project.tree().lines(file, LARGEST);
            for (int i = 0; i < lines.size(); i++) {
                Matcher matcher = STATED.matcher(lines.get(i));
                while (matcher.find())
                    if (wanted.test(matcher.group(1)))
                        return Optional.of(
                                new RuntimeVersion(matcher.group(2), new Evidence(file.path(), i + 1, lines.get(i))));
            }
        }
        return Optional.empty();
    }
}

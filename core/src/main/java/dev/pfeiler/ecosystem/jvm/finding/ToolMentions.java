package dev.pfeiler.ecosystem.jvm.finding;

import dev.pfeiler.ecosystem.PreferredTarget;
import dev.pfeiler.ecosystem.jvm.target.JvmTarget;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.facts.ContainerFile;
import dev.pfeiler.facts.RuntimeSign;
import dev.pfeiler.process.Environment;
import dev.pfeiler.script.ScriptKind;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.TreeFile;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/** Finds out which build tool a project's own files mention: its instructions, scripts and files for servers that build it. */
public final class ToolMentions {
    private static final Pattern INSTRUCTIONS = Pattern.compile("(?i)readme.*|contributing.*|jenkinsfile|\\.gitignore");

    private static final long LARGEST = 1 << 16;

    private ToolMentions() {}

    /** The one of several tools that is mentioned, or else the only one that is installed. */
    public static Optional<PreferredTarget> preferred(
            ProjectTree tree, List<JvmTarget> targets, Environment environment) {
        Map<JvmTarget, List<Evidence>> mentioned = new LinkedHashMap<>();
        for (JvmTarget target : targets) {
            List<Evidence> places = places(tree, target);
            if (!places.isEmpty()) mentioned.put(target, places);
        }
        if (mentioned.size() == 1) {
            JvmTarget target = mentioned.keySet().iterator().next();
            return Optional.of(new PreferredTarget(target.id(), "the project mentions it", mentioned.get(target)));
        }
        List<JvmTarget> installed = targets.stream()
                .filter(target -> target.program(environment).isPresent())
                .toList();
        // the usual tool needs no reason
        if (installed.size() != 1 || installed.get(0).equals(targets.get(0))) return Optional.empty();
        return Optional.of(new PreferredTarget(
                installed.get(0).id(),
                "no other build tool for Java is installed",
                List.of(Evidence.of(
                        installed.get(0).program(environment).orElseThrow().toString(), ""))));
    }

    private static List<Evidence> places(ProjectTree tree, JvmTarget target) {
        String names = target.programs().stream().map(Pattern::quote).collect(Collectors.joining("|"));
        // a call with a task, or the folder that the tool writes to
        Pattern call = Pattern.compile(
                "(?<![\\w.-])(?:\\./)?(?:" + names + ")(?:\\.bat)?\\s+[-:\\w]|^/?\\." + target.id() + "/?$");
        Set<String> carried = target.programs().stream().skip(1).collect(Collectors.toSet());
        List<Evidence> places = new ArrayList<>();
        for (TreeFile file : tree.files()) {
            if (file.link()) continue;
            if (carried.contains(file.name())) places.add(Evidence.of(file.path(), file.name()));
            if (!tells(file)) continue;
            List<String> lines = tree.lines(file, LARGEST);
            for (int i = 0; i < lines.size(); i++)
                if (call.matcher(lines.get(i)).find())
                    places.add(new Evidence(file.path(), i + 1, lines.get(i).strip()));
        }
        return places;
    }

    /** Whether a file tells people or programs how the project is built. */
    private static boolean tells(TreeFile file) {
        Optional<ScriptKind> script = ScriptKind.ofPath(file.path());
        return INSTRUCTIONS.matcher(file.name()).matches()
                || ContainerFile.isOne(file.path())
                || RuntimeSign.isServerFile(file.path())
                || script.isPresent() && script.get() != ScriptKind.MAKE;
    }
}

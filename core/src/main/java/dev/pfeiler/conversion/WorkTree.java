package dev.pfeiler.conversion;

import dev.pfeiler.process.ToolRun;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Pattern;
import org.slf4j.LoggerFactory;

/**
 * What git says of the work tree that a project is in. Source: {@code git status --porcelain -z}.
 *
 * @param changed files of the project whose changes are not committed, by their paths in the project
 * @param untracked files of the project that git does not know and does not ignore
 */
public record WorkTree(List<String> changed, List<String> untracked) {
    private static final Pattern LAST_NAME = Pattern.compile("[^.]+$");

    private static final Duration LIMIT = Duration.ofSeconds(20);

    public WorkTree {
        changed = List.copyOf(changed);
        untracked = List.copyOf(untracked);
    }

    /** Asks git, which changes nothing by it; empty if the folder is in no work tree or git has no answer. */
    public static Optional<WorkTree> of(Path folder, Path git) {
        Path root = folder.toAbsolutePath().normalize();
        Optional<Path> top = top(root);
        if (top.isEmpty()) return Optional.empty();
        Path log = null;
        try {
            log = Files.createTempFile("pfeiler", ".status");
            // neither a program that the repository's settings name is started nor its index refreshed
            List<String> command = new ArrayList<>(List.of(git.toString(), "-c", "core.fsmonitor=false"));
            for (String filter : filters(root, git, log))
                command.addAll(List.of(
                        "-c", filter + "=", "-c", LAST_NAME.matcher(filter).replaceFirst("required=false")));
            command.addAll(List.of(
                    "--no-optional-locks",
                    "status",
                    "--porcelain",
                    "-z",
                    "--no-renames",
                    "--ignore-submodules=all",
                    "--untracked-files=all",
                    "--",
                    "."));
            ToolRun run = ToolRun.of(command, root, Map.of(), log, LIMIT);
            if (!run.succeeded()) return Optional.empty();
            String within = top.get().relativize(root).toString().replace('\\', '/');
            return Optional.of(read(Files.readString(log, StandardCharsets.UTF_8), within));
        } catch (IOException e) {
            LoggerFactory.getLogger(WorkTree.class).debug("git status in {}", root, e);
            return Optional.empty();
        } finally {
            if (log != null) drop(log);
        }
    }

    /** The settings of the repository that name programs which git runs on files. Source: gitattributes, filter. */
    private static List<String> filters(Path root, Path git, Path log) throws IOException {
        List<String> command = List.of(
                git.toString(),
                "config",
                "--local",
                "--name-only",
                "--get-regexp",
                "^filter\\..*\\.(clean|smudge|process)$");
        ToolRun run = ToolRun.of(command, root, Map.of(), log, LIMIT);
        return run.succeeded() ? run.output().stream().distinct().toList() : List.of();
    }

    private static Optional<Path> top(Path root) {
        for (Path at = root; at != null; at = at.getParent()) {
            if (Files.exists(at.resolve(".git"))) return Optional.of(at);
        }
        return Optional.empty();
    }

    private static WorkTree read(String status, String within) {
        List<String> changed = new ArrayList<>();
        List<String> untracked = new ArrayList<>();
        for (String entry : status.split("\0")) {
            if (entry.length() < 4) continue;
            String path = entry.substring(3);
            String inProject = within.isEmpty() ? path : path.substring(within.length() + 1);
            if (!inProject.startsWith(Ledger.FOLDER + "/"))
                (entry.startsWith("??") ? untracked : changed).add(inProject);
        }
        return new WorkTree(changed, untracked);
    }

    private static void drop(Path file) {
        try {
            Files.deleteIfExists(file);
        } catch (IOException e) {
            LoggerFactory.getLogger(WorkTree.class).debug("{} could not be removed", file, e);
        }
    }
}

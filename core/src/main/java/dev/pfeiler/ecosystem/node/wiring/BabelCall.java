package dev.pfeiler.ecosystem.node.wiring;

import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.TreeFile;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.regex.Pattern;

/**
 * A call of Babel that compiles folders or files into a folder. Source: the Babel documentation, command line.
 *
 * @param inputs folders and files, by their paths in the tree
 * @param folder that it writes into
 */
public record BabelCall(List<String> inputs, String folder) {
    private static final Pattern ENDING = Pattern.compile("\\.(?:js|jsx|mjs|cjs|es6|es|ts|tsx)$");
    private static final Set<String> TAKE_A_VALUE = Set.of(
            "--presets",
            "--plugins",
            "--config-file",
            "--env-name",
            "--extensions",
            "-x",
            "--ignore",
            "--only",
            "--out-file",
            "-o",
            "--source-maps",
            "--root-mode",
            "-s");

    /** Empty for a call that writes no folder. */
    public static Optional<BabelCall> of(Call call) {
        if (!call.tool().equals("babel")) return Optional.empty();
        List<String> inputs = new ArrayList<>();
        Optional<String> folder = Optional.empty();
        for (int i = 0; i < call.arguments().size(); i++) {
            String word = call.arguments().get(i);
            boolean valued = i + 1 < call.arguments().size();
            if (word.startsWith("--out-dir=")) folder = Optional.of(word.substring("--out-dir=".length()));
            else if (valued && (word.equals("--out-dir") || word.equals("-d")))
                folder = Optional.of(call.arguments().get(++i));
            else if (TAKE_A_VALUE.contains(word)) i++;
            else if (!word.startsWith("-"))
                Paths.normal(Paths.join(call.folder(), word)).ifPresent(inputs::add);
        }
        return folder.map(into -> new BabelCall(inputs, Paths.resolved(Paths.join(call.folder(), into))));
    }

    /** What it writes, by path, with the source of each. */
    public Map<String, String> written(ProjectTree tree) {
        Map<String, String> written = new TreeMap<>();
        for (String input : inputs) {
            boolean file = tree.has(input);
            for (TreeFile source : (Iterable<TreeFile>) tree.under(input)::iterator) {
                if (!ENDING.matcher(source.path()).find()) continue;
                String name = file ? source.name() : Paths.relative(input, source.path());
                written.put(Paths.join(folder, ENDING.matcher(name).replaceFirst(".js")), source.path());
            }
        }
        return written;
    }
}

package dev.pfeiler.facts;

import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.TreeFile;
import java.io.StringReader;
import java.util.ArrayList;
import java.util.List;
import org.yaml.snakeyaml.LoaderOptions;
import org.yaml.snakeyaml.Yaml;
import org.yaml.snakeyaml.constructor.SafeConstructor;
import org.yaml.snakeyaml.error.YAMLException;
import org.yaml.snakeyaml.nodes.MappingNode;
import org.yaml.snakeyaml.nodes.Node;
import org.yaml.snakeyaml.nodes.NodeTuple;
import org.yaml.snakeyaml.nodes.ScalarNode;
import org.yaml.snakeyaml.nodes.SequenceNode;

/** The values of a YAML file, with the keys that lead to them and their lines; aliases count where they are used. */
public final class YamlValues {
    private static final long LARGEST = 256 << 10;
    private static final int DEEPEST = 50;
    /** Aliases of aliases multiply. */
    private static final int MOST = 20_000;

    private final TreeFile file;
    private final List<String> lines;
    private final List<Value> values = new ArrayList<>();

    /**
     * A value.
     *
     * @param keys of the mappings around it, the outermost first; entries of lists have none of their own
     */
    public record Value(List<String> keys, String text, Evidence evidence) {
        public Value {
            keys = List.copyOf(keys);
        }

        /** The innermost key; empty if there is none. */
        public String key() {
            return keys.isEmpty() ? "" : keys.get(keys.size() - 1);
        }
    }

    private YamlValues(TreeFile file, List<String> lines) {
        this.file = file;
        this.lines = lines;
    }

    /** Those of a file; of one that is not valid, those of the documents before the error. */
    public static List<Value> of(ProjectTree tree, TreeFile file) {
        YamlValues read = new YamlValues(file, tree.lines(file, LARGEST));
        try {
            Yaml yaml = new Yaml(new SafeConstructor(new LoaderOptions()));
            for (Node document : yaml.composeAll(new StringReader(String.join("\n", read.lines))))
                read.add(document, List.of());
        } catch (YAMLException e) {
            // whoever runs it says so
        }
        return read.values;
    }

    private void add(Node node, List<String> keys) {
        if (keys.size() > DEEPEST || values.size() > MOST) return;
        if (node instanceof ScalarNode scalar) {
            int line = node.getStartMark().getLine();
            String text = line < lines.size() ? lines.get(line) : "";
            values.add(new Value(keys, scalar.getValue(), new Evidence(file.path(), line + 1, text)));
        } else if (node instanceof SequenceNode sequence) {
            sequence.getValue().forEach(entry -> add(entry, keys));
        } else if (node instanceof MappingNode mapping) {
            for (NodeTuple entry : mapping.getValue()) {
                List<String> inner = new ArrayList<>(keys);
                if (entry.getKeyNode() instanceof ScalarNode key) inner.add(key.getValue());
                add(entry.getValueNode(), inner);
            }
        }
    }
}

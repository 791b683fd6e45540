package dev.pfeiler.ecosystem.jvm.project;

import dev.pfeiler.ecosystem.jvm.wiring.BuildTime;
import dev.pfeiler.ecosystem.jvm.wiring.TextFilter;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.TreeFile;
import java.io.IOException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.Date;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Pattern;

/** Files in which the old build replaces text while it copies them. */
public final class FilteredFiles {
    /** Bytes of any charset that extends ASCII survive this one unchanged. */
    private static final Charset BYTES = StandardCharsets.ISO_8859_1;

    private final ProjectTree tree;
    private final List<Wiring.Copy> copies;

    public FilteredFiles(ProjectTree tree, List<Wiring> wirings) {
        this.tree = tree;
        this.copies = wirings.stream()
                .flatMap(wiring -> wiring.copies().stream())
                .filter(copy -> !copy.filters().isEmpty())
                .toList();
    }

    /**
     * A filtered file.
     *
     * @param names what is replaced in it, by filter
     */
    public record Filtered(Wiring.Copy copy, Map<TextFilter, List<String>> names) {
        /** What the texts look like that are written to it with the time of the build in them. */
        public List<Pattern> dated() {
            return names.entrySet().stream()
                    .flatMap(entry -> entry.getValue().stream()
                            .map(name -> entry.getKey().values().get(name)))
                    .filter(BuildTime::isIn)
                    .map(BuildTime::shape)
                    .toList();
        }

        /** The bytes of the file with the text replaced, as the build would at that time. */
        public byte[] apply(byte[] bytes, Date time) {
            String text = new String(bytes, BYTES);
            for (TextFilter filter : copy.filters()) text = filter.at(time).apply(text);
            return text.getBytes(BYTES);
        }
    }

    /** How a file is filtered, if it is. */
    public Optional<Filtered> of(String path) {
        Optional<Wiring.Copy> copy = copies.stream()
                .filter(one -> one.content().entry(path).isPresent())
                .findFirst();
        Optional<TreeFile> file = tree.file(path);
        if (copy.isEmpty() || file.isEmpty() || file.get().link()) return Optional.empty();
        try {
            return Optional.of(new Filtered(copy.get(), copy.get().replaced(tree.bytes(path))));
        } catch (IOException e) {
            return Optional.empty();
        }
    }
}

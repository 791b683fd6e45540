package dev.pfeiler.ecosystem.node.proof;

import dev.pfeiler.proof.Comparison;
import dev.pfeiler.proof.Difference;
import dev.pfeiler.tree.Paths;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** Compares what the old build wrote with the same files of the new one. */
final class BuiltFilesRow {
    private final NodeProofContext context;
    private final Copies copies;

    BuiltFilesRow(NodeProofContext context, Copies copies) {
        this.context = context;
        this.copies = copies;
    }

    /** Nothing if the old build wrote nothing. */
    Optional<Comparison> row() throws IOException {
        Set<String> written = Copies.files(context.before().folder());
        written.removeAll(context.start());
        Set<String> delivered = copies.delivered("new");
        written.addAll(context.old().compiled().keySet());
        written.addAll(copies.delivered("old"));
        written.removeIf(path -> path.endsWith(".map") || path.endsWith(".tsbuildinfo"));
        if (written.isEmpty()) return Optional.empty();
        List<Difference> differences = new ArrayList<>();
        int found = 0;
        for (String path : written) {
            Path now = context.after().folder().resolve(Paths.isOutside(path) ? closest(path, delivered) : path);
            if (!Files.exists(now)) {
                differences.add(new Difference(path, Difference.Kind.GONE, bundled(path)));
                continue;
            }
            found++;
            Path then = context.before().folder().resolve(path);
            if (!Files.exists(then))
                differences.add(new Difference(path, Difference.Kind.UNCHECKED, "the old build did not write it", ""));
            else if (Files.mismatch(then, now) >= 0)
                differences.add(new Difference(path, Difference.Kind.CHANGED, changedOutput(path)));
        }
        return Optional.of(
                new Comparison("built files", String.valueOf(written.size()), String.valueOf(found), differences));
    }

    /** Of some files the one whose path ends most like another's; that path if none ends like it. */
    private static String closest(String path, Set<String> files) {
        for (String end = path; end.contains("/"); ) {
            end = end.substring(end.indexOf('/') + 1);
            for (String file : files) if (Paths.before(end, file).isPresent()) return file;
        }
        return path;
    }

    private String bundled(String path) {
        return context.bundlesPages() && path.endsWith(".js") ? "it is part of a bundle" : "";
    }

    /** Why what the compiler made of a source has changed. */
    private String changedOutput(String path) {
        String source = context.old().compiled().getOrDefault(path, "");
        boolean publishes = context.bundlesPages() && context.old().isOfPage(source);
        return publishes ? "its source gives names to other scripts of the bundle" : context.changedOutput();
    }
}

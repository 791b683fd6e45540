package dev.pfeiler.checking;

import dev.pfeiler.check.Change;
import dev.pfeiler.check.Cure;
import dev.pfeiler.check.Discrepancy;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.TreeFile;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.apache.commons.text.similarity.LevenshteinDistance;

/** Holds the scripts and style sheets that pages load against the files that there are. */
final class PageCheck {
    private static final Set<String> PAGES = Set.of("html", "htm", "xhtml", "jsp", "php", "phtml");
    private static final Pattern LOADED = Pattern.compile(
            "<(?:script\\b[^>]*?\\bsrc|link\\b[^>]*?\\bhref)\\s*=\\s*[\"']([^\"'<>${}\\s]+?\\.(?:js|mjs|css))(?:[?#][^\"']*)?[\"']",
            Pattern.CASE_INSENSITIVE);
    private static final long LARGEST = 1 << 20;
    /** Beyond that many edits a name is another one. */
    private static final int ALIKE = 3;

    private final ProjectTree tree;
    private final Predicate<String> output;

    PageCheck(ProjectTree tree, Predicate<String> output) {
        this.tree = tree;
        this.output = output;
    }

    List<Discrepancy> discrepancies() {
        List<Discrepancy> found = new ArrayList<>();
        for (TreeFile file : tree.files()) {
            if (!PAGES.contains(file.extension()) || file.link()) continue;
            if (output.test(file.path()) || TestInputs.contain(file.path())) continue;
            List<String> lines = tree.lines(file, LARGEST);
            for (int i = 0; i < lines.size(); i++) {
                Matcher matcher = LOADED.matcher(lines.get(i));
                while (matcher.find()) {
                    Evidence place = new Evidence(file.path(), i + 1, matcher.group());
                    check(place, matcher.group(1)).ifPresent(found::add);
                }
            }
        }
        return found;
    }

    private Optional<Discrepancy> check(Evidence page, String written) {
        if (written.contains(":") || written.startsWith("//")) return Optional.empty();
        String folder = Paths.parent(page.file());
        if (isThere(folder, written)) return Optional.empty();
        Optional<String> meant = meant(folder, written);
        return meant.map(other -> Discrepancy.of(
                SharedKind.PAGE_FILE_MISSING,
                "",
                page,
                written,
                "The page loads " + written + ", which is not there.",
                Cure.certain("Load " + other + ".", Change.replacing(page.file(), page.line(), written, other))));
    }

    /** Whether the file is there: beside the page, or below a folder around it where the path starts at the top. */
    private boolean isThere(String folder, String written) {
        String plain = Paths.withoutRoot(written);
        // a page may be included by one in a folder around it
        for (String each = folder; ; each = Paths.parent(each)) {
            Optional<String> path = Paths.normal(Paths.join(each, plain));
            if (path.isPresent() && (tree.has(path.get()) || output.test(path.get()))) return true;
            if (each.isEmpty()) return false;
        }
    }

    /** The one file below the page's folder that has the name, or nearly, with what leads to it from the page. */
    private Optional<String> meant(String folder, String written) {
        if (written.startsWith("/") || written.startsWith("..")) return Optional.empty();
        String extension = Paths.extension(written);
        List<String> all = tree.under(folder)
                .map(TreeFile::path)
                .filter(path -> Paths.extension(path).equals(extension) && !output.test(path))
                .map(path -> Paths.relative(folder, path))
                .toList();
        List<String> same = all.stream()
                .filter(path -> Paths.name(path).equals(Paths.name(written)))
                .toList();
        if (same.size() == 1) return Optional.of(same.get(0));
        LevenshteinDistance distance = LevenshteinDistance.getDefaultInstance();
        return all.stream()
                .filter(path -> Paths.parent(path).equals(Paths.parent(written)))
                .filter(path -> distance.apply(path, written) <= ALIKE)
                .min(Comparator.comparingInt(path -> distance.apply(path, written)));
    }
}

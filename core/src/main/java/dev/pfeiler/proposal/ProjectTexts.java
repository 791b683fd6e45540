package dev.pfeiler.proposal;

import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.LicenseText;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.Text;
import dev.pfeiler.tree.TreeFile;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.slf4j.LoggerFactory;

/** What the read-me and license files of a project say of it. */
public final class ProjectTexts {
    private static final Pattern BETWEEN_PARAGRAPHS = Pattern.compile("\n\\s*\n");
    private static final Pattern LINE_END = Pattern.compile("\\s*\n\\s*");
    private static final Pattern SAYING = Pattern.compile("#*\\s*[\\p{L}\\d].*");

    private static final Pattern LICENSE_FILE = Pattern.compile("(?i)(?:licen[sc]e|copying)(?:\\.(?:txt|md))?");
    private static final Pattern READ_ME = Pattern.compile("(?i)readme(?:\\.(?:md|txt|markdown))?");
    private static final Pattern SENTENCE = Pattern.compile("[\\p{L}\\d].{18,158}?[.!](?=\\s|$)");

    private ProjectTexts() {}

    /** Whether a file has the text of a license, by its name. */
    public static boolean isLicense(String path) {
        return LICENSE_FILE.matcher(path).matches();
    }

    /** The first sentence of the read-me file. */
    public static String description(ProjectTree tree, Deliberation deliberation) {
        for (TreeFile file : tree.files()) {
            if (!READ_ME.matcher(file.path()).matches() || file.link()) continue;
            String text = String.join("\n", tree.lines(file, 1 << 18));
            for (String sentence : sentences(tree, text)) {
                String standing = deliberation.settle(Decision.of(
                        "description",
                        "Description",
                        sentence,
                        Certainty.LIKELY,
                        "first sentence of the read-me file",
                        List.of(Evidence.of(file.path(), sentence))));
                return standing.equals(Choosable.WITHOUT) ? "" : standing;
            }
        }
        return "";
    }

    /** What the first paragraphs of a text say of the program, the first of which may be its name and what it is. */
    private static List<String> sentences(ProjectTree tree, String text) {
        List<String> found = new ArrayList<>();
        String name = Pattern.quote(tree.name());
        List<String> paragraphs = Stream.of(BETWEEN_PARAGRAPHS.split(text))
                .map(paragraph -> LINE_END.matcher(paragraph.strip()).replaceAll(" "))
                // badges, rules and addresses say nothing
                .filter(paragraph -> SAYING.matcher(paragraph).matches() && !paragraph.contains("://"))
                .limit(2)
                .toList();
        for (String paragraph : paragraphs) {
            Matcher titled = Pattern.compile("(?i)#*\\s*" + name + "\\s+(?:-+|–|—|:)\\s+(.{10,160})")
                    .matcher(paragraph);
            Matcher sentence = SENTENCE.matcher(paragraph);
            if (titled.matches()) found.add(titled.group(1));
            else if (sentence.lookingAt()) found.add(Text.withoutEnd(sentence.group(), "."));
        }
        return found;
    }

    /** The license whose text is in the project, with its file. */
    public static Optional<Map.Entry<String, Evidence>> license(ProjectTree tree) {
        for (TreeFile file : tree.files()) {
            if (!LICENSE_FILE.matcher(file.path()).matches() || file.link()) continue;
            try {
                Optional<String> known = LicenseText.of(tree.text(file.path()).content());
                if (known.isPresent())
                    return Optional.of(Map.entry(known.get(), Evidence.of(file.path(), known.get())));
            } catch (IOException e) {
                LoggerFactory.getLogger(ProjectTexts.class).debug("{}", file.path(), e);
            }
        }
        return Optional.empty();
    }
}

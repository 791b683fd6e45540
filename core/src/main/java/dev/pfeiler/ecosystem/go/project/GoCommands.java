package dev.pfeiler.ecosystem.go.project;

import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.facts.ContainerFile;
import dev.pfeiler.facts.RuntimeSign;
import dev.pfeiler.script.ScriptKind;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.TreeFile;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What make files, scripts, container files and files of build servers say to the go command.
 *
 * @param files that call it or set its variables
 * @param named import paths that are built, tested or installed, with the places
 * @param outputs programs that builds write into the tree
 * @param linked import paths under which a project is laid into a workspace, with the places
 */
public record GoCommands(
        List<String> files, Map<String, Evidence> named, Map<String, Evidence> linked, Set<String> outputs) {
    private static final Pattern CALLS =
            Pattern.compile("\\bgo\\s+(?:build|install|test|vet|run|get|list|generate)\\b(.*)");
    private static final Pattern OUTPUT = Pattern.compile("\\s-o[ =]([\\w][\\w./-]*)");
    private static final Pattern SETS = Pattern.compile("\\b(?:GOPATH|GO111MODULE)\\b");
    private static final Pattern IMPORT_PATH = Pattern.compile(
            "(?<![\\w./$({-])([a-z0-9][\\w-]*(?:\\.[\\w-]+)*(?:/[\\w.~-]+)+|[a-z][\\w-]*(?=/\\.\\.\\.))(?:/\\.\\.\\.)?(?![\\w/])");
    private static final Pattern LINK = Pattern.compile("/src/([a-z0-9][\\w.-]*\\.[a-z]+(?:/[\\w.~-]+)+)");
    private static final Pattern VARIABLE = Pattern.compile(
            "\\s*(?:export\\s+|readonly\\s+|ENV\\s+)?\\w*(?:PKG|PACKAGE|IMPORT|REPO|PROJECT|MODULE|ORG_PATH|ROOT)\\w*\\s*(?::|\\?|::)?[= ]\\s*[\"']?([a-z0-9][\\w-]*(?:\\.[\\w-]+)+(?:/[\\w.~-]+)+)[\"']?\\s*");
    private static final int LARGEST = 1 << 20;
    /** A longer line is no command that a person wrote; in characters. */
    private static final int LONGEST = 4000;

    static GoCommands in(ProjectTree tree) {
        List<String> files = new ArrayList<>();
        Map<String, Evidence> named = new LinkedHashMap<>();
        Map<String, Evidence> linked = new LinkedHashMap<>();
        Set<String> outputs = new TreeSet<>();
        for (TreeFile file : tree.files()) {
            boolean read = !file.link()
                    && !("/" + file.path()).contains("/vendor/")
                    && (ScriptKind.ofPath(file.path()).isPresent()
                            || ContainerFile.isOne(file.path())
                            || RuntimeSign.isServerFile(file.path()));
            if (!read) continue;
            boolean calls = false;
            List<String> lines = tree.lines(file, LARGEST);
            for (int i = 0; i < lines.size(); i++) {
                String line = lines.get(i);
                if (line.length() > LONGEST) continue;
                Evidence place = new Evidence(file.path(), i + 1, line);
                Matcher variable = VARIABLE.matcher(line);
                if (variable.matches()) linked.putIfAbsent(variable.group(1), place);
                Matcher link = LINK.matcher(line);
                while (link.find()) linked.putIfAbsent(link.group(1), place);
                calls |= SETS.matcher(line).find();
                Matcher call = CALLS.matcher(line);
                if (!call.find()) continue;
                calls = true;
                Matcher output = OUTPUT.matcher(call.group(1));
                if (output.find())
                    Paths.normal(Paths.join(Paths.parent(file.path()), output.group(1)))
                            .ifPresent(outputs::add);
                Matcher path = IMPORT_PATH.matcher(call.group(1));
                while (path.find()) named.putIfAbsent(path.group(1), place);
            }
            if (calls) files.add(file.path());
        }
        return new GoCommands(files, named, linked, outputs);
    }

    public GoCommands {
        files = List.copyOf(files);
    }
}

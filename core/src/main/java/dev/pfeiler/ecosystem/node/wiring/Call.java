package dev.pfeiler.ecosystem.node.wiring;

import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.script.ShellText;
import dev.pfeiler.tree.Paths;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * One command of a script.
 *
 * @param tool the program's name, without its folder
 * @param arguments what follows it
 * @param folder in which it runs, within the tree
 * @param text the command as a package script can run it
 */
public record Call(String tool, List<String> arguments, String folder, String text, Evidence evidence) {
    private static final Pattern REDIRECTION = Pattern.compile(">[^>&].*");

    private static final Pattern REDIRECTING = Pattern.compile("[0-9&]?>>?(.*)");
    private static final Pattern ASSIGNMENT = Pattern.compile("[A-Za-z_]\\w*=\\S* ");

    private static final Pattern OUTPUT = Pattern.compile("--(?:outfile|outdir|output|out|file)=(.+)");
    private static final Set<String> NAMED = Set.of("-o", "--output", "--outfile", "--file", "--out-file", ">");
    private static final Set<String> COPYING = Set.of("cp", "copy", "mv");

    public Call {
        arguments = List.copyOf(arguments);
    }

    /** Whether it runs in the background, in an environment of its own, or with its output somewhere else. */
    public boolean detached() {
        return ASSIGNMENT.matcher(text).lookingAt()
                || arguments.stream()
                        .anyMatch(word -> REDIRECTING.matcher(word).matches() || word.equals("&") || word.equals("<"));
    }

    /** The program and its arguments alone, without where its input and output are and how it runs. */
    public String alone() {
        List<String> words = new ArrayList<>(List.of(tool));
        for (int i = 0; i < arguments.size(); i++) {
            String word = arguments.get(i);
            Matcher redirection = REDIRECTING.matcher(word);
            if (word.equals("&")) continue;
            if (word.equals("<")
                    || redirection.matches() && redirection.group(1).isEmpty()) i++;
            else if (!redirection.matches()) words.add(ShellText.quote(word));
        }
        return String.join(" ", words);
    }

    /** The paths that its options and redirections say it writes, within the tree or leading out of it. */
    public List<String> outputs() {
        List<String> outputs = new ArrayList<>();
        for (int i = 0; i < arguments.size(); i++) {
            Matcher option = OUTPUT.matcher(arguments.get(i));
            if (option.matches()) outputs.add(option.group(1));
            else if (i > 0 && NAMED.contains(arguments.get(i - 1))) outputs.add(arguments.get(i));
            else if (REDIRECTION.matcher(arguments.get(i)).matches())
                outputs.add(arguments.get(i).substring(1));
        }
        if (COPYING.contains(tool) && arguments.size() > 1) {
            String goal = arguments.get(arguments.size() - 1);
            outputs.add(goal);
            arguments.subList(0, arguments.size() - 1).stream()
                    .filter(word -> !word.startsWith("-"))
                    .forEach(word -> outputs.add(goal + "/" + Paths.name(word)));
        }
        return outputs.stream()
                .map(path -> Paths.resolved(Paths.join(folder, path)))
                .toList();
    }
}

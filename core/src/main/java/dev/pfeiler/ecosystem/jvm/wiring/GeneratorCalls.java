package dev.pfeiler.ecosystem.jvm.wiring;

import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.ProjectTree;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Well-known programs that write Java sources, by the names under which builds call them. */
public final class GeneratorCalls {
    private static final Map<String, String> PROGRAMS = Map.of(
            "antlr",
            "antlr",
            "antlr3",
            "antlr3",
            "antlr4",
            "antlr4",
            "javacc",
            "javacc",
            "jjtree",
            "jjtree",
            "xjc",
            "xjc",
            "jflex",
            "jflex",
            "wsimport",
            "wsimport",
            "cup",
            "cup",
            "protoc",
            "protoc");
    private static final Map<String, String> MAIN_CLASSES = Map.of(
            "org.antlr.v4.Tool", "antlr4",
            "org.antlr.Tool", "antlr3",
            "antlr.Tool", "antlr",
            "javacc", "javacc",
            "org.javacc.parser.Main", "javacc",
            "org.javacc.jjtree.Main", "jjtree",
            "jflex.Main", "jflex",
            "com.sun.tools.xjc.Driver", "xjc");

    private static final Pattern OUTPUT_OPTION = Pattern.compile("(?i)-OUTPUT_DIRECTORY[:=](.*)");

    private GeneratorCalls() {}

    /**
     * A call of a generator.
     *
     * @param inside gives a written path as one within the tree
     */
    public static Wiring.Generator call(
            String tool,
            List<String> arguments,
            Function<String, Optional<String>> inside,
            ProjectTree tree,
            Evidence evidence) {
        List<String> inputs = new ArrayList<>();
        String output = "";
        for (int i = 0; i < arguments.size(); i++) {
            Matcher option = OUTPUT_OPTION.matcher(arguments.get(i));
            if (option.matches()) output = inside.apply(option.group(1)).orElse("");
            else if (arguments.get(i).equals("-p")) i++;
            else if (List.of("-o", "-d").contains(arguments.get(i)) && i + 1 < arguments.size()) {
                output = inside.apply(arguments.get(++i)).orElse("");
            } else if (!arguments.get(i).startsWith("-"))
                inside.apply(arguments.get(i)).filter(tree::has).ifPresent(inputs::add);
        }
        return new Wiring.Generator(tool, inputs, output, evidence);
    }

    /** The tool behind a program or task of that name. */
    public static Optional<String> program(String name) {
        return Optional.ofNullable(PROGRAMS.get(name.substring(name.indexOf(':') + 1)));
    }

    /** The tool whose main class that is. */
    public static Optional<String> mainClass(String name) {
        return Optional.ofNullable(MAIN_CLASSES.get(name));
    }
}

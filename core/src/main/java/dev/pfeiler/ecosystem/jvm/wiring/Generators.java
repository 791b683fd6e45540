package dev.pfeiler.ecosystem.jvm.wiring;

import java.util.Map;
import java.util.Optional;

/** Well-known programs that write Java sources, by the names under which builds call them. */
final class Generators {
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

    private Generators() {}

    /** The tool behind a program or task of that name. */
    static Optional<String> program(String name) {
        return Optional.ofNullable(PROGRAMS.get(name.substring(name.indexOf(':') + 1)));
    }

    /** The tool whose main class that is. */
    static Optional<String> mainClass(String name) {
        return Optional.ofNullable(MAIN_CLASSES.get(name));
    }
}

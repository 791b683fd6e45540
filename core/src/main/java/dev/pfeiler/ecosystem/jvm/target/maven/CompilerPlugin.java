package dev.pfeiler.ecosystem.jvm.target.maven;

import java.util.ArrayList;
import java.util.List;
import org.codehaus.plexus.util.xml.Xpp3Dom;

/** Words for the compiler, as {@code javac} takes them, and how Maven's compiler plug-in is told of them. */
public final class CompilerPlugin {
    /** Stands among the words where the level was given as a release, which also binds the library. */
    public static final String RELEASE = "--release";

    private final List<String> words;

    public CompilerPlugin(List<String> words) {
        this.words = words;
    }

    void configure(Xpp3Dom configuration) {
        List<String> arguments = new ArrayList<>();
        for (String word : words) {
            switch (word) {
                case RELEASE -> {}
                case "-parameters" -> configuration.addChild(PomPlugins.element("parameters", "true"));
                case "-proc:none" -> configuration.addChild(PomPlugins.element("proc", "none"));
                case "-g:none" -> {
                    configuration.addChild(PomPlugins.element("debug", "false"));
                    arguments.add(word);
                }
                default -> {
                    if (word.matches("-g:[a-z,]+"))
                        configuration.addChild(PomPlugins.element("debuglevel", word.substring(3)));
                    else arguments.add(word);
                }
            }
        }
        if (arguments.isEmpty()) return;
        Xpp3Dom given = new Xpp3Dom("compilerArgs");
        arguments.forEach(argument -> given.addChild(PomPlugins.element("arg", argument)));
        configuration.addChild(given);
        if (arguments.stream().anyMatch(a -> a.startsWith("-Xlint"))) {
            configuration.addChild(PomPlugins.element("showWarnings", "true"));
        }
    }

    /** The words for a call of the compiler itself. */
    public List<String> forCompiler() {
        return words.stream().filter(word -> !word.equals(RELEASE)).toList();
    }
}

package dev.pfeiler.ecosystem.jvm.wiring.ide;

import dev.pfeiler.ecosystem.jvm.language.JvmLanguage;
import dev.pfeiler.ecosystem.jvm.wiring.LanguageOptions;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.ecosystem.jvm.wiring.WiringBuilder;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.script.ShellText;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.XmlElement;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Reads how languages beside Java are compiled, in {@code .idea/} and in the facets of {@code .iml} files. */
final class IdeaLanguages {
    private static final String KOTLIN = ".idea/kotlinc.xml";
    private static final String SCALA = ".idea/scala_compiler.xml";

    private final ProjectTree tree;
    private final WiringBuilder draft;

    IdeaLanguages(ProjectTree tree, WiringBuilder draft) {
        this.tree = tree;
        this.draft = draft;
    }

    /** The compilations of languages that have settings of their own. */
    Map<JvmLanguage, Wiring.Compilation> of(String module, Wiring.Compilation java) {
        Map<JvmLanguage, Wiring.Compilation> compilations = new LinkedHashMap<>();
        Words kotlin = new Words();
        draft.xml(tree, module).ifPresent(root -> root.all()
                .filter(e -> e.name().equals("facet") && e.attribute("type").equals("kotlin-language"))
                .forEach(facet -> kotlin(facet, module, kotlin)));
        draft.xml(tree, KOTLIN).ifPresent(root -> kotlin(root, KOTLIN, kotlin));
        compilations.put(JvmLanguage.KOTLIN, compilation(JvmLanguage.KOTLIN, java, kotlin));
        Words scala = new Words();
        draft.xml(tree, SCALA).ifPresent(root -> root.all()
                .filter(e -> e.name().equals("parameter"))
                .forEach(e -> scala.add(e.attribute("value"), new Evidence(SCALA, e.line(), e.tag()))));
        compilations.put(JvmLanguage.SCALA, compilation(JvmLanguage.SCALA, java, scala));
        return compilations;
    }

    /** Arguments of a compiler, with the place of the first. */
    private static final class Words {
        private final List<String> all = new ArrayList<>();
        private Evidence place;

        private void add(String word, Evidence evidence) {
            if (word.isBlank()) return;
            if (place == null) place = evidence;
            all.add(word);
        }
    }

    private static void kotlin(XmlElement root, String file, Words words) {
        root.all().filter(e -> e.name().equals("option")).forEach(e -> {
            Evidence evidence = new Evidence(file, e.line(), e.tag());
            String value = e.attribute("value");
            switch (e.attribute("name")) {
                case "jvmTarget" -> option(words, "-jvm-target", value, evidence);
                case "languageVersion" -> option(words, "-language-version", value, evidence);
                case "apiVersion" -> option(words, "-api-version", value, evidence);
                case "additionalArguments" ->
                    ShellText.words(value).stream()
                            .filter(word -> !word.equals("-version"))
                            .forEach(word -> words.add(word, evidence));
                default -> {}
            }
        });
    }

    private static void option(Words words, String name, String value, Evidence evidence) {
        if (value.isBlank() || words.all.contains(name)) return;
        words.add(name, evidence);
        words.add(value, evidence);
    }

    private static Wiring.Compilation compilation(JvmLanguage language, Wiring.Compilation java, Words words) {
        Map<String, Wiring.Setting> settings = new LinkedHashMap<>();
        List<Wiring.Setting> flags = new ArrayList<>();
        if (!words.all.isEmpty()) LanguageOptions.take(language, words.all, words.place, settings, flags);
        for (String shared : List.of("-encoding", "-target")) {
            Wiring.Setting setting = java.settings().get(shared);
            if (setting != null) settings.putIfAbsent(shared, setting);
        }
        return java.in(language, settings, flags);
    }
}

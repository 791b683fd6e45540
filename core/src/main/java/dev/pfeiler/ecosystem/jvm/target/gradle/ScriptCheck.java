package dev.pfeiler.ecosystem.jvm.target.gradle;

import static dev.pfeiler.ecosystem.jvm.managed.JvmKind.CONFIGURATION_OBSOLETE;
import static dev.pfeiler.ecosystem.jvm.managed.JvmKind.DECLARED_TWICE;
import static dev.pfeiler.ecosystem.jvm.managed.JvmKind.FOLDER_MISSING;
import static dev.pfeiler.ecosystem.jvm.managed.JvmKind.MODULE_MISSING;
import static dev.pfeiler.ecosystem.jvm.managed.JvmKind.MODULE_NOT_LISTED;
import static dev.pfeiler.ecosystem.jvm.managed.JvmKind.REPOSITORY_WITHOUT_ENCRYPTION;
import static dev.pfeiler.ecosystem.jvm.managed.JvmKind.WRAPPER_VERSION;

import dev.pfeiler.check.Cure;
import dev.pfeiler.check.Discrepancy;
import dev.pfeiler.check.Kind;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.facts.RuntimeSign;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.TreeFile;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** What is wrong in the scripts of a build by themselves. Source of the configurations: Gradle's upgrade guides. */
final class ScriptCheck {
    private static final String WRAPPER = "gradle/wrapper/gradle-wrapper.properties";
    private static final Pattern RELEASE = Pattern.compile("distributionUrl=.*gradle-([\\w.-]+?)-(?:bin|all)\\.zip");
    private static final Pattern URL = Pattern.compile("['\"](http://(?!localhost\\b|127\\.)[^'\"]+)['\"]");
    private static final RuntimeSign.Runtime GRADLE = new RuntimeSign.Runtime(
            Set.of("gradle"),
            Set.of("gradleversion"),
            Set.of(),
            Pattern.compile("(\\d+\\.\\d+(?:\\.\\d+)?)"),
            Pattern.compile("(?:^|/)gradle:(\\d+\\.\\d+(?:\\.\\d+)?)"));
    /** Removed configurations, with their replacements. */
    private static final Map<String, String> OBSOLETE = Map.of(
            "compile", "implementation",
            "testCompile", "testImplementation",
            "runtime", "runtimeOnly",
            "testRuntime", "testRuntimeOnly");

    private static final int WITHOUT_OLD = 7;

    private final ManagedScripts scripts;
    private final ProjectTree tree;
    private final List<Discrepancy> found = new ArrayList<>();

    ScriptCheck(ManagedScripts scripts) {
        this.scripts = scripts;
        this.tree = scripts.tree();
    }

    List<Discrepancy> discrepancies() {
        modules();
        scripts.parts().forEach((folder, all) -> {
            repeated(folder, all);
            folders(folder, all);
        });
        repositories();
        wrapper();
        return found;
    }

    private void note(Kind kind, String folder, Evidence place, String subject, String message, Cure cure) {
        found.add(Discrepancy.of(kind, folder, place, subject, message, cure));
    }

    private void modules() {
        Optional<ScriptPart> settings = scripts.settings();
        if (settings.isEmpty()) return;
        List<String> included = scripts.included();
        // a folder may be stated apart from the name
        boolean elsewhere = settings.get().content().contains("projectDir");
        for (String module : included) {
            if (tree.folders().contains(module) || elsewhere) continue;
            int at = settings.get().content().indexOf(module.replace('/', ':'));
            note(
                    MODULE_MISSING,
                    "",
                    settings.get().place(Math.max(0, at)),
                    module,
                    "The project " + module + " is included, but there is no such folder.",
                    Cure.certain(
                            "Remove it from the settings.",
                            ScriptChanges.unlisting(settings.get().file(), module)));
        }
        if (elsewhere) return;
        Set<String> known = new HashSet<>(included);
        for (TreeFile file : tree.files()) {
            String folder = Paths.parent(file.path());
            boolean script = file.name().equals("build.gradle") || file.name().equals("build.gradle.kts");
            if (!script || folder.isEmpty() || known.contains(folder) || !isModule(folder)) continue;
            // what is included by a pattern or a loop is not known
            if (settings.get().content().matches("(?s).*\\b(?:eachDir|listFiles|fileTree|each)\\b.*")) continue;
            note(
                    MODULE_NOT_LISTED,
                    "",
                    Evidence.of(settings.get().file(), ""),
                    folder,
                    "There is a build script in " + folder + ", which the settings do not include.",
                    Cure.certain(
                            "Include it.", ScriptChanges.listing(settings.get().file(), folder)));
        }
    }

    private boolean isModule(String folder) {
        if (("/" + folder + "/").matches(".*/(buildSrc|src|build|node_modules)/.*")) return false;
        for (String each = folder; !each.isEmpty(); each = Paths.parent(each))
            if (tree.has(each + "/settings.gradle") || tree.has(each + "/settings.gradle.kts")) return false;
        return true;
    }

    private void repeated(String folder, List<ScriptPart> all) {
        Set<String> seen = new LinkedHashSet<>();
        // what is declared for all modules may be declared again on purpose
        List<ScriptPart> own = List.of(all.get(all.size() - 1));
        for (ManagedScripts.Written one : scripts.written(own)) {
            if (seen.add(one.configuration() + " " + one.coordinates().key())) continue;
            String key = one.coordinates().key();
            note(
                    DECLARED_TWICE,
                    folder,
                    one.place(),
                    key,
                    key + " is declared twice.",
                    Cure.certain("Remove one declaration.", ScriptChanges.removing(one.place())));
        }
    }

    private void folders(String folder, List<ScriptPart> all) {
        for (String set : List.of("main", "test"))
            for (String kind : List.of("java", "kotlin", "groovy", "scala", "resources"))
                for (Matcher stated : scripts.statedFolders(all, set, kind)) folders(folder, all, stated);
    }

    private void folders(String folder, List<ScriptPart> all, Matcher stated) {
        Matcher quoted = GradleBuild.QUOTED.matcher(stated.group());
        List<String> paths = new ArrayList<>();
        while (quoted.find()) paths.add(quoted.group(1));
        for (String path : paths) {
            Optional<String> whole = Paths.normal(Paths.join(folder, path));
            boolean made = path.contains("$") || path.startsWith("build");
            if (made || whole.isEmpty() || tree.folders().contains(whole.get())) continue;
            ScriptPart part = all.stream()
                    .filter(one -> one.start() <= stated.start() && stated.end() <= one.end())
                    .reduce((one, next) -> next)
                    .orElse(all.get(all.size() - 1));
            Evidence place = part.place(stated.start());
            boolean alone = paths.size() == 1
                    && place.excerpt().startsWith(stated.group().strip());
            note(
                    FOLDER_MISSING,
                    folder,
                    place,
                    path,
                    "The folder " + whole.get() + " is named, but not there.",
                    alone
                            ? Cure.certain("Remove the line.", ScriptChanges.removing(place))
                            : Cure.choice("Remove the folder from the script."));
        }
    }

    private void repositories() {
        Set<String> seen = new HashSet<>();
        scripts.parts()
                .values()
                .forEach(all -> all.forEach(part -> {
                    Matcher matcher = part.matcher(URL);
                    while (matcher.find()) {
                        Evidence place = part.place(matcher.start());
                        boolean repository = place.excerpt().contains("url") && !part.isComment(matcher.start());
                        if (!repository || !seen.add(place.place())) continue;
                        note(
                                REPOSITORY_WITHOUT_ENCRYPTION,
                                "",
                                place,
                                matcher.group(1),
                                "Libraries are fetched over http, which anyone on the way can change.",
                                Cure.choice(
                                        "Use the address with https if the server has one, or remove the repository."));
                    }
                }));
    }

    private void wrapper() {
        if (!tree.has(WRAPPER)) return;
        List<String> lines = tree.lines(tree.file(WRAPPER).orElseThrow(), 1 << 16);
        for (int i = 0; i < lines.size(); i++) {
            Matcher matcher = RELEASE.matcher(lines.get(i));
            if (!matcher.find()) continue;
            Evidence place = new Evidence(WRAPPER, i + 1, lines.get(i));
            String release = matcher.group(1);
            for (RuntimeSign sign : RuntimeSign.in(tree, GRADLE))
                if (!isSame(release, sign.version()))
                    note(
                            WRAPPER_VERSION,
                            "",
                            sign.evidence(),
                            sign.version(),
                            sign.evidence().file() + " takes Gradle " + sign.version() + "; the wrapper is for "
                                    + release + ".",
                            Cure.choice("Take one release in both."));
            GradleVersion.parse(release)
                    .filter(version -> version.major() >= WITHOUT_OLD)
                    .ifPresent(version -> obsolete(place, version));
        }
    }

    private static boolean isSame(String one, String other) {
        return one.equals(other) || one.startsWith(other + ".") || other.startsWith(one + ".");
    }

    private void obsolete(Evidence wrapper, GradleVersion version) {
        Set<String> seen = new HashSet<>();
        scripts.parts().forEach((folder, all) -> {
            for (ManagedScripts.Written one : scripts.written(all)) {
                String instead = OBSOLETE.get(one.configuration());
                if (instead == null || !seen.add(one.place().place())) continue;
                note(
                        CONFIGURATION_OBSOLETE,
                        folder,
                        one.place(),
                        one.configuration(),
                        "Gradle " + version + " (" + wrapper.place() + ") has no configuration " + one.configuration()
                                + ".",
                        Cure.certain(
                                "Declare it as " + instead + ".",
                                ScriptChanges.renaming(one.place(), one.configuration(), instead)));
            }
        });
    }
}

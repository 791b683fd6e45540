package dev.pfeiler.ecosystem.jvm.check;

import static dev.pfeiler.ecosystem.jvm.managed.JvmKind.ARTIFACT_NAME;
import static dev.pfeiler.ecosystem.jvm.managed.JvmKind.CLASS_MISSING;

import dev.pfeiler.check.Change;
import dev.pfeiler.check.Cure;
import dev.pfeiler.ecosystem.jvm.managed.ManagedModule;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.facts.ContainerFile;
import dev.pfeiler.facts.RuntimeSign;
import dev.pfeiler.script.ScriptKind;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.TreeFile;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Holds the classes and archives that scripts, container files and descriptors name against those that there are. */
final class NameCheck {
    private static final long LARGEST = 256 << 10;
    private static final Pattern CLASS = Pattern.compile("(?<![\\w./$-])(?:[a-z_][\\w]*\\.){2,}[A-Z]\\w*(?![\\w.-])");
    /** Where descriptors name the class that a program starts with. */
    private static final Pattern STARTS =
            Pattern.compile("(?i)main-?_?class(?:name)?\\b|start-class|<mainClass>|<main\\.class>|exec\\.mainClass");

    private static final Pattern PATH = Pattern.compile("[\\w.@{}$/+-]*(?:target|build)/[\\w.+/-]+");
    private static final Set<String> ARCHIVES = Set.of("jar", "war", "ear", "zip");

    private final CheckedBuild build;
    private final List<String> entryPoints;

    NameCheck(CheckedBuild build) {
        this.build = build;
        this.entryPoints = build.modules().stream()
                .flatMap(module -> module.main().stream())
                .filter(source -> source.entryPoint().isPresent())
                .flatMap(source -> source.typeNames().stream())
                .toList();
    }

    void run() {
        Set<String> descriptors = build.build().modules().stream()
                .map(ManagedModule::descriptor)
                .collect(java.util.stream.Collectors.toSet());
        for (TreeFile file : build.tree().files()) {
            if (file.link() || file.size() > LARGEST || !build.concerns(file.path())) continue;
            boolean starts = ContainerFile.isOne(file.path())
                    || isScript(file)
                    || file.name().equals("Procfile");
            if (starts || RuntimeSign.isServerFile(file.path())) lines(file, line -> true, true);
            else if (descriptors.contains(file.path()))
                lines(file, line -> STARTS.matcher(line).find(), false);
        }
    }

    private boolean isScript(TreeFile file) {
        return ScriptKind.of(build.tree(), file).isPresent()
                && !file.name().startsWith("gradlew")
                && !file.name().startsWith("mvnw");
    }

    private void lines(TreeFile file, Predicate<String> classes, boolean archives) {
        List<String> lines = build.tree().lines(file, LARGEST);
        for (int i = 0; i < lines.size(); i++) {
            String line = lines.get(i);
            if (line.strip().startsWith("#") && !line.startsWith("#!")) continue;
            Evidence place = new Evidence(file.path(), i + 1, line);
            if (classes.test(line)) {
                Matcher matcher = CLASS.matcher(line);
                while (matcher.find()) className(place, matcher.group());
            }
            if (!archives) continue;
            Matcher matcher = PATH.matcher(line);
            while (matcher.find()) archive(place, matcher.group());
        }
    }

    private void className(Evidence place, String name) {
        if (build.types().contains(name)) return;
        String simple = name.substring(name.lastIndexOf('.') + 1);
        List<String> alike = build.types().stream()
                .filter(type -> type.endsWith("." + simple))
                .toList();
        String folder = name.substring(0, name.lastIndexOf('.'));
        boolean own = build.types().stream().anyMatch(type -> type.startsWith(folder + "."));
        // a class of a library
        if (alike.isEmpty() && !own) return;
        List<String> meant = alike.isEmpty() && entryPoints.size() == 1 ? entryPoints : alike;
        build.note(
                CLASS_MISSING,
                module(place),
                place,
                name,
                "No source declares the class " + name + ".",
                meant.size() == 1
                        ? Cure.certain(
                                "Name " + meant.get(0) + ".",
                                Change.replacing(place.file(), place.line(), name, meant.get(0)))
                        : Cure.choice(
                                meant.isEmpty()
                                        ? "Name a class that there is."
                                        : "Name one of " + String.join(", ", meant) + "."));
    }

    private ManagedModule module(Evidence place) {
        return build.moduleOf(place.file()).orElse(build.build().modules().get(0));
    }

    /** A path into what a build writes. */
    private void archive(Evidence place, String written) {
        String path = written.startsWith("/")
                ? written.replaceFirst("^/+(?:[\\w.-]+/)??(?=.*(?:target|build)/)", "")
                : written;
        for (boolean whole : List.of(true, false))
            for (ManagedModule module : innermost()) {
                Optional<String> inside = whole ? exact(place, path, module) : somewhere(path, module);
                if (inside.isEmpty()) continue;
                wrong(module, inside.get()).ifPresent(right -> note(place, written, module, inside.get(), right));
                return;
            }
    }

    private List<ManagedModule> innermost() {
        return build.build().modules().stream()
                .sorted(Comparator.comparing(
                                (ManagedModule module) -> module.folder().length())
                        .reversed())
                .toList();
    }

    /** A path within a module's output, as seen from the top or from the file's folder. */
    private Optional<String> exact(Evidence place, String path, ManagedModule module) {
        String output = module.outputs().folder() + "/";
        return List.of("", Paths.parent(place.file())).stream()
                .flatMap(base -> Paths.normal(Paths.join(base, path)).stream())
                .filter(whole -> whole.startsWith(output))
                .findFirst();
    }

    /** The same where the tree is in some folder of an image. */
    private static Optional<String> somewhere(String path, ManagedModule module) {
        int at = ("/" + path).indexOf("/" + module.outputs().folder() + "/");
        return at > 0 ? Optional.of(path.substring(at)) : Optional.empty();
    }

    /** What is made in place of a path that no build makes. */
    private Optional<String> wrong(ManagedModule module, String path) {
        for (String made : module.outputs().archives()) {
            boolean folder = !ARCHIVES.contains(Paths.extension(made));
            if (path.equals(made) || folder && Paths.within(made, path)) return Optional.empty();
        }
        for (String made : module.outputs().archives()) {
            boolean folder = !ARCHIVES.contains(Paths.extension(made));
            boolean beside = folder
                    ? Paths.within(Paths.parent(made), path) && !path.equals(Paths.parent(made))
                    : Paths.parent(path).equals(Paths.parent(made))
                            && Paths.extension(path).equals(Paths.extension(made));
            if (!beside) continue;
            // further archives are mostly named after the main one
            boolean further =
                    module.outputs().further() && Paths.name(path).startsWith(Paths.withoutExtension(Paths.name(made)));
            if (further) return Optional.empty();
            if (!folder) return Optional.of(made);
            String rest = Paths.relative(Paths.parent(made), path);
            int slash = rest.indexOf('/');
            return Optional.of(made + (slash < 0 ? "" : rest.substring(slash)));
        }
        return Optional.empty();
    }

    private void note(Evidence place, String written, ManagedModule module, String path, String right) {
        String replaced =
                written.endsWith(path) ? written.substring(0, written.length() - path.length()) + right : right;
        build.note(
                ARTIFACT_NAME,
                module,
                place,
                path,
                "The build does not make " + path + ".",
                Cure.certain("Name " + right + ".", Change.replacing(place.file(), place.line(), written, replaced)));
    }
}

package dev.pfeiler.ecosystem.jvm.check;

import static dev.pfeiler.ecosystem.jvm.managed.JvmKind.RESOURCE_NOT_PACKED;

import dev.pfeiler.check.Change;
import dev.pfeiler.check.Cure;
import dev.pfeiler.ecosystem.jvm.language.SourceFile;
import dev.pfeiler.ecosystem.jvm.managed.ManagedModule;
import dev.pfeiler.ecosystem.jvm.managed.ResourceFolder;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.Text;
import dev.pfeiler.tree.TreeFile;
import java.io.IOException;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.slf4j.LoggerFactory;

/** Holds the files that sources load from the class path against those that the build packs. */
final class ResourceCheck {
    /** A call with a plain name; whether a class, whose package the name is relative to, or a loader is asked. */
    private static final Pattern LOADED = Pattern.compile(
            "(class|getClass\\(\\)|[lL]oader(?:\\(\\))?)\\s*\\.\\s*getResource(?:AsStream)?\\(\\s*\"([^\"\\\\]+)\"\\s*\\)");

    private final CheckedBuild build;

    ResourceCheck(CheckedBuild build) {
        this.build = build;
    }

    void run() {
        for (CheckedModule module : build.modules()) module.main().forEach(source -> source(module.managed(), source));
    }

    private void source(ManagedModule module, SourceFile source) {
        String text;
        try {
            text = build.tree().text(source.path()).content();
        } catch (IOException e) {
            LoggerFactory.getLogger(ResourceCheck.class).debug("{}", source.path(), e);
            return;
        }
        if (!text.contains("getResource")) return;
        Matcher matcher = LOADED.matcher(text);
        while (matcher.find()) {
            boolean loader =
                    !matcher.group(1).startsWith("class") && !matcher.group(1).startsWith("getClass");
            String name = matcher.group(2);
            String entry =
                    name.startsWith("/") ? name.substring(1) : loader ? name : Paths.join(source.packagePath(), name);
            Optional<String> plain = Paths.normal(entry);
            if (plain.isEmpty() || entry.endsWith("/") || isPacked(plain.get())) continue;
            int line = Text.lineAt(text, matcher.start());
            missing(module, new Evidence(source.path(), line, matcher.group()), plain.get());
        }
    }

    private boolean isPacked(String entry) {
        return build.build().modules().stream()
                .flatMap(module -> module.folders().resources().stream())
                .anyMatch(folder -> candidates(folder, entry));
    }

    private boolean candidates(ResourceFolder folder, String entry) {
        String inside = folder.goal().isEmpty()
                ? entry
                : Paths.within(folder.goal(), entry) ? Paths.relative(folder.goal(), entry) : entry;
        String path = Paths.join(folder.path(), inside);
        return folder.entry(path).filter(entry::equals).isPresent()
                && (build.tree().has(path) || build.tree().folders().contains(path));
    }

    /** A file of that name that is elsewhere in the tree is meant; without one, a library may have it. */
    private void missing(ManagedModule module, Evidence use, String entry) {
        List<String> meant = build.files(module)
                .map(TreeFile::path)
                .filter(path -> path.equals(entry) || path.endsWith("/" + entry) || sameName(path, entry))
                .filter(path -> !module.folders().isTest(path))
                .filter(path -> module.folders()
                        .web()
                        .filter(web -> Paths.within(web, path))
                        .isEmpty())
                .filter(path -> module.folders().testResources().stream()
                        .noneMatch(folder -> Paths.within(folder.path(), path)))
                .toList();
        if (meant.isEmpty()) return;
        Optional<ResourceFolder> folder = module.folders().resources().stream()
                .filter(one -> one.goal().isEmpty() && isUsual(one.path()))
                .findFirst();
        Cure cure = meant.size() == 1 && folder.isPresent() && !isNamed(meant.get(0))
                ? Cure.certain(
                        "Move it to " + Paths.join(folder.get().path(), entry) + ".",
                        new Change.Move(meant.get(0), Paths.join(folder.get().path(), entry)))
                : Cure.choice("Move it to a resource folder, or declare its folder as one.");
        build.note(
                RESOURCE_NOT_PACKED,
                module,
                Evidence.of(meant.get(0), ""),
                meant.get(0),
                use.place() + " loads " + entry + " from the class path; the build does not pack " + meant.get(0) + ".",
                cure);
    }

    /** Whether a folder is there, or is the one that every build has. */
    private boolean isUsual(String folder) {
        return build.tree().folders().contains(folder) || folder.endsWith("src/main/resources");
    }

    /** A file at the end of whose path is the name alone, when the whole is nowhere. */
    private boolean sameName(String path, String entry) {
        boolean whole =
                build.tree().files().stream().anyMatch(file -> file.path().endsWith("/" + entry));
        return !whole && Paths.name(path).equals(Paths.name(entry)) && !entry.contains("/");
    }

    /** Whether a file other than a source names a path, so that a move would break it. */
    private boolean isNamed(String path) {
        return build.tree().files().stream()
                .filter(file -> !file.link() && !file.path().equals(path) && file.size() < 1 << 16)
                .filter(file -> Stream.of("", "sh", "bat", "yml", "yaml", "xml", "gradle", "kts", "properties")
                        .anyMatch(file.extension()::equals))
                .anyMatch(file -> build.tree().lines(file, 1 << 16).stream().anyMatch(line -> line.contains(path)));
    }
}

package dev.pfeiler.ecosystem.jvm.reading;

import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.ecosystem.jvm.wiring.WiringBuilder;
import dev.pfeiler.ecosystem.jvm.wiring.ant.AntFile;
import dev.pfeiler.ecosystem.jvm.wiring.ide.ClasspathFiles;
import dev.pfeiler.ecosystem.jvm.wiring.ide.ImlFiles;
import dev.pfeiler.ecosystem.jvm.wiring.ide.NbprojectFiles;
import dev.pfeiler.ecosystem.jvm.wiring.make.MakeFile;
import dev.pfeiler.ecosystem.jvm.wiring.script.BatchScript;
import dev.pfeiler.ecosystem.jvm.wiring.script.ShellScript;
import dev.pfeiler.script.ScriptKind;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.TreeFile;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** Finds all wirings of a tree. */
public final class Wirings {
    /** Names of shell scripts without an extension. */
    private static final Set<String> BARE = Set.of("build", "compile", "make", "configure");
    /** Scripts in deeper folders belong to something else. */
    private static final int DEEPEST = 3;
    /** A script larger than this is not a hand-written build; in bytes. */
    private static final long LARGEST_SCRIPT = 1 << 20;

    private Wirings() {}

    /** The wirings of a tree, the most trusted first. */
    public static List<Wiring> read(ProjectTree tree) {
        List<Wiring> wirings = new ArrayList<>();
        wirings.addAll(AntFile.read(tree));
        for (TreeFile file : tree.files()) script(tree, file).ifPresent(wirings::add);
        wirings.addAll(ClasspathFiles.read(tree));
        wirings.addAll(ImlFiles.read(tree));
        wirings.addAll(NbprojectFiles.read(tree));
        wirings.sort(Comparator.comparing(Wiring::kind));
        return wirings;
    }

    private static Optional<Wiring> script(ProjectTree tree, TreeFile file) {
        Wiring.Kind kind = kind(file);
        if (kind == null || file.link() || file.size() > LARGEST_SCRIPT) return Optional.empty();
        List<String> lines;
        try {
            lines = tree.text(file.path()).lines();
        } catch (IOException e) {
            return Optional.empty();
        }
        Optional<Wiring> fromTop = script(tree, file, kind, lines, "");
        String own = Paths.parent(file.path());
        if (own.isEmpty() || fromTop.filter(wiring -> compiles(tree, wiring)).isPresent())
            return fromTop.map(wiring -> wiring.in(project(file.path(), wiring)));
        // a script that finds nothing from the top is run in its own folder
        Optional<Wiring> fromOwn = script(tree, file, kind, lines, own).filter(wiring -> compiles(tree, wiring));
        return fromOwn.or(() -> fromTop).map(wiring -> wiring.in(project(file.path(), wiring)));
    }

    /** Whether a wiring compiles files that are there. */
    private static boolean compiles(ProjectTree tree, Wiring wiring) {
        return wiring.sources().stream()
                .anyMatch(
                        source -> tree.under(source.path()).map(TreeFile::path).anyMatch(source::takes));
    }

    /** @param folder that the script is run in */
    private static Optional<Wiring> script(
            ProjectTree tree, TreeFile file, Wiring.Kind kind, List<String> lines, String folder) {
        WiringBuilder draft = new WiringBuilder("");
        draft.within(file.path(), () -> {
            switch (kind) {
                case MAKE_FILE -> new MakeFile(tree, draft).read(file.path(), lines);
                case SHELL_SCRIPT -> new ShellScript(tree, file.path(), folder, draft).read(lines);
                default -> new BatchScript(tree, file.path(), folder, draft).read(lines);
            }
        });
        // skip scripts that compile nothing
        return draft.compilations.isEmpty() && !draft.cutShort ? Optional.empty() : Optional.of(draft.done(kind));
    }

    /** A script describes the project in its own folder if all that it compiles is there, else the tree. */
    private static String project(String script, Wiring wiring) {
        String folder = Paths.parent(script);
        boolean own = !wiring.sources().isEmpty()
                && wiring.sources().stream().allMatch(source -> Paths.within(folder, source.path()));
        return own ? folder : "";
    }

    private static Wiring.Kind kind(TreeFile file) {
        if (Paths.depth(file.path()) > DEEPEST) return null;
        Optional<ScriptKind> kind = ScriptKind.ofPath(file.path());
        if (kind.isEmpty()) return BARE.contains(file.name()) ? Wiring.Kind.SHELL_SCRIPT : null;
        return switch (kind.get()) {
            case MAKE ->
                Paths.parent(file.path()).isEmpty() && !file.extension().equals("mk") ? Wiring.Kind.MAKE_FILE : null;
            case SHELL -> Wiring.Kind.SHELL_SCRIPT;
            case BATCH -> Wiring.Kind.BATCH_SCRIPT;
        };
    }
}

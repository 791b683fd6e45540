package dev.pfeiler.ecosystem.jvm.reading;

import dev.pfeiler.ecosystem.jvm.language.JvmLanguage;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.ecosystem.jvm.wiring.WiringBuilder;
import dev.pfeiler.ecosystem.jvm.wiring.ant.AntFile;
import dev.pfeiler.ecosystem.jvm.wiring.ide.ClasspathFiles;
import dev.pfeiler.ecosystem.jvm.wiring.ide.ImlFiles;
import dev.pfeiler.ecosystem.jvm.wiring.ide.NbprojectFiles;
import dev.pfeiler.ecosystem.jvm.wiring.script.ScriptWiring;
import dev.pfeiler.script.ScriptKind;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.TreeFile;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;

/** Finds all wirings of a tree. */
public final class Wirings {
    /** Names of shell scripts without an extension. */
    private static final Set<String> BARE = Set.of("build", "compile", "make", "configure");
    /** Files of build tools and IDEs. */
    private static final Pattern BUILDS = Pattern.compile("build\\.xml|\\.classpath|.*\\.iml|project\\.properties");

    private static final Pattern COMPILER = Pattern.compile("\\b(?:javac|ecj|kotlinc|groovyc|scalac)\\b");
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
        return withPacking(tree, withParts(wirings));
    }

    /** A build file whose classes only another one packs, or that adds them to an archive of that, is a part of it. */
    private static List<Wiring> withParts(List<Wiring> wirings) {
        List<Wiring> all = new ArrayList<>(wirings);
        for (Wiring part : wirings) {
            if (part.kind() != Wiring.Kind.BUILD_FILE || part.compilations().isEmpty()) continue;
            boolean packsItself = part.compilations().stream().anyMatch(part::packs);
            List<Wiring> packing = all.stream()
                    .filter(other -> other.kind() == Wiring.Kind.BUILD_FILE && !other.equals(part))
                    .filter(other -> packsItself
                            ? part.addsTo(other)
                            : part.compilations().stream().anyMatch(other::packs))
                    .toList();
            if (packing.size() != 1) continue;
            Wiring whole = packing.get(0);
            all.set(all.indexOf(whole), whole.including(part));
            all.remove(part);
            // what else builds the part builds the same project
            if (!part.folder().isEmpty())
                all.replaceAll(other -> other.folder().equals(part.folder()) ? other.in(whole.folder()) : other);
        }
        return all;
    }

    /** A script that only packs belongs to the first build that compiles and packs nothing itself. */
    private static List<Wiring> withPacking(ProjectTree tree, List<Wiring> wirings) {
        List<Wiring> packing = wirings.stream()
                .filter(wiring -> wiring.kind() != Wiring.Kind.BUILD_FILE && wiring.kind() != Wiring.Kind.IDE_FILES)
                .filter(wiring -> wiring.compilations().isEmpty())
                .toList();
        List<Wiring> all = new ArrayList<>(wirings);
        all.removeAll(packing);
        for (int i = 0; i < all.size() && !packing.isEmpty(); i++) {
            Wiring wiring = all.get(i);
            boolean compiles = wiring.kind() != Wiring.Kind.IDE_FILES
                    && !wiring.compilations().isEmpty()
                    && wiring.archives().isEmpty();
            if (!compiles) continue;
            for (Wiring script : packing) wiring = wiring.packedBy(script);
            all.set(i, wiring);
            break;
        }
        boolean compiled =
                all.stream().anyMatch(wiring -> !wiring.compilations().isEmpty());
        for (Wiring script : packing) {
            // one that was not read to its end is reported
            if (script.archives().isEmpty()) all.add(script);
            else if (!compiled) all.add(byHand(tree, script));
        }
        all.sort(Comparator.comparing(Wiring::kind));
        return all;
    }

    /** A script that packs what somebody compiles by hand: beside the sources, or into the folder that is packed. */
    private static Wiring byHand(ProjectTree tree, Wiring script) {
        Wiring.Archive archive = script.archives().get(0);
        String packed = archive.folders().stream().findFirst().orElse("");
        boolean beside =
                tree.under(packed).anyMatch(file -> JvmLanguage.of(file.path()).isPresent());
        Wiring.SourceFolder sources =
                new Wiring.SourceFolder(beside ? packed : "", beside, false, List.of(), List.of(), archive.evidence());
        Optional<Wiring.Setting> output =
                beside ? Optional.empty() : Optional.of(new Wiring.Setting(packed, archive.evidence()));
        return script.compiling(List.of(
                new Wiring.Compilation(List.of(sources), List.of(), output, Map.of(), List.of(), archive.evidence())));
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
        String own = Paths.parent(file.path());
        // make is run beside its file; scripts are mostly called from the top of the project
        List<String> folders = kind == Wiring.Kind.MAKE_FILE ? List.of(own, "") : List.of("", own);
        List<Wiring> read = folders.stream()
                .distinct()
                .flatMap(folder -> script(tree, file, kind, lines, folder).stream())
                .toList();
        return read.stream()
                .filter(wiring -> compiles(tree, wiring))
                .findFirst()
                .or(() -> read.stream().findFirst())
                .map(wiring -> wiring.in(project(file.path(), wiring)));
    }

    /** Whether a tree has something that may be a build of it, whether it could be read or not. */
    public static boolean mayBuild(ProjectTree tree) {
        return tree.files().stream()
                .anyMatch(file -> BUILDS.matcher(file.name()).matches()
                        || ScriptKind.ofPath(file.path()).isPresent()
                                && !file.link()
                                && tree.lines(file, (int) LARGEST_SCRIPT).stream()
                                        .anyMatch(line -> COMPILER.matcher(line).find()));
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
            ScriptKind script =
                    switch (kind) {
                        case MAKE_FILE -> ScriptKind.MAKE;
                        case SHELL_SCRIPT -> ScriptKind.SHELL;
                        default -> ScriptKind.BATCH;
                    };
            new ScriptWiring(script, tree, file.path(), folder, draft).read(lines);
        });
        // skip scripts that neither compile nor pack
        boolean builds = !draft.compilations.isEmpty() || !draft.archives.isEmpty() || draft.cutShort;
        return builds ? Optional.of(draft.done(kind)) : Optional.empty();
    }

    /** A script describes the project in its own folder if all that it compiles is there, else the tree. */
    private static String project(String script, Wiring wiring) {
        String folder = Paths.parent(script);
        boolean own = !wiring.sources().isEmpty()
                && wiring.sources().stream().allMatch(source -> Paths.within(folder, source.path()));
        return own ? folder : "";
    }

    private static Wiring.Kind kind(TreeFile file) {
        Optional<ScriptKind> kind = ScriptKind.ofPath(file.path());
        // fragments of make files are read where they are included
        if (kind.filter(ScriptKind.MAKE::equals).isPresent())
            return file.extension().equals("mk") ? null : Wiring.Kind.MAKE_FILE;
        if (Paths.depth(file.path()) > DEEPEST) return null;
        if (kind.isEmpty()) return BARE.contains(file.name()) ? Wiring.Kind.SHELL_SCRIPT : null;
        return kind.get() == ScriptKind.SHELL ? Wiring.Kind.SHELL_SCRIPT : Wiring.Kind.BATCH_SCRIPT;
    }
}

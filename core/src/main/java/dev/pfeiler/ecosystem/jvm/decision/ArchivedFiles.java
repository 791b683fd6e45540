package dev.pfeiler.ecosystem.jvm.decision;

import dev.pfeiler.ecosystem.jvm.layout.Role;
import dev.pfeiler.ecosystem.jvm.model.Distribution;
import dev.pfeiler.ecosystem.jvm.project.JvmProject;
import dev.pfeiler.ecosystem.jvm.project.SourceModule;
import dev.pfeiler.ecosystem.jvm.reading.JvmReading;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.Text;
import dev.pfeiler.tree.TreeFile;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Collectors;

/** The files that an archive takes as they are, by where they are after the conversion. */
final class ArchivedFiles {
    /** Where the build tool may have files of its own, which are in no old archive. */
    private static final List<String> BUILD_TOOLS_OWN = List.of("\0", "src/\0");

    private final JvmReading reading;
    private final JvmProject project;
    private final SourceModule module;

    /** @param module that makes the archive; folders are stated from its own */
    ArchivedFiles(JvmReading reading, JvmProject project, SourceModule module) {
        this.reading = reading;
        this.project = project;
        this.module = module;
    }

    /** Files that go to one place from one folder on. */
    private record Group(String folder, String target, boolean executable) implements Comparable<Group> {
        private static final Comparator<Group> ORDER =
                Comparator.comparing(Group::folder).thenComparing(Group::target).thenComparing(Group::executable);

        @Override
        public int compareTo(Group other) {
            return ORDER.compare(this, other);
        }
    }

    /**
     * The other files, by the folders from which on their paths after the conversion are those in the archive.
     *
     * @param without what does not go in as it is
     * @param programs whether programs stay executable
     */
    List<Distribution.Files> of(Wiring.Archive made, Set<String> without, boolean programs) {
        Set<String> all = new TreeSet<>(BUILD_TOOLS_OWN);
        project.modules().forEach(one -> BUILD_TOOLS_OWN.forEach(path -> all.add(Paths.join(one.folder(), path))));
        Map<Group, Set<String>> in = new TreeMap<>();
        List<Distribution.Files> renamed = new ArrayList<>();
        for (TreeFile file : reading.tree().files()) {
            if (without.contains(file.path()) || isBuilt(file.path())) continue;
            String now = moved(file.path());
            all.add(now);
            Optional<String> entry = file.link() ? Optional.empty() : made.entry(file.path());
            if (entry.isEmpty()) continue;
            String same = Paths.commonEnd(now, entry.get());
            if (same.isEmpty()) {
                renamed.add(new Distribution.Files(
                        SourceSetDecision.fromModule(module, Paths.parent(now)),
                        Paths.parent(entry.get()),
                        List.of(Paths.name(now)),
                        programs && isProgram(file.path()),
                        Optional.of(Paths.name(entry.get()))));
                continue;
            }
            Group group = new Group(
                    Paths.before(same, now).orElseThrow(),
                    Paths.before(same, entry.get()).orElseThrow(),
                    programs && isProgram(file.path()));
            in.computeIfAbsent(group, k -> new TreeSet<>()).add(same);
        }
        List<Distribution.Files> files = new ArrayList<>();
        in.forEach((group, paths) -> files.add(files(group, paths, all)));
        files.addAll(renamed);
        return files;
    }

    private Distribution.Files files(Group group, Set<String> paths, Set<String> all) {
        Set<String> out = all.stream()
                .filter(path -> Paths.within(group.folder(), path))
                .map(path -> Paths.relative(group.folder(), path))
                .filter(path -> !paths.contains(path))
                .collect(Collectors.toCollection(TreeSet::new));
        List<String> includes = out.isEmpty() ? List.of() : SelectionPatterns.of(paths, out);
        String below = includes.size() == 1 ? Text.withoutEnd(includes.get(0), "/**") : "";
        boolean folder = includes.equals(List.of(below + "/**"));
        String from = folder ? Paths.join(group.folder(), below) : group.folder();
        return new Distribution.Files(
                SourceSetDecision.fromModule(module, from),
                folder ? Paths.join(group.target(), below) : group.target(),
                folder ? List.of() : includes,
                group.executable());
    }

    /** Whether a file is marked as a program and is one: sources and texts are so marked by accident. */
    private boolean isProgram(String path) {
        if (!reading.tree().isExecutable(path)) return false;
        try {
            String start = new String(reading.tree().bytes(path), StandardCharsets.ISO_8859_1);
            return start.startsWith("#!")
                    || start.startsWith("\u007fELF")
                    || Paths.extension(path).equals("sh");
        } catch (IOException e) {
            return true;
        }
    }

    private boolean isBuilt(String path) {
        return project.layout()
                .of(path)
                .filter(placement -> placement.role() == Role.OUTPUT)
                .isPresent();
    }

    private String moved(String path) {
        return project.layout()
                .of(path)
                .filter(placement -> placement.role() != Role.LEFT)
                .map(placement -> project.owner(path).orElse(module).path(placement))
                .orElse(path);
    }
}

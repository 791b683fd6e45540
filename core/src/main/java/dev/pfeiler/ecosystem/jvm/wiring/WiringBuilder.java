package dev.pfeiler.ecosystem.jvm.wiring;

import dev.pfeiler.ecosystem.jvm.language.JvmLanguage;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.script.EvaluationLimit;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.XmlElement;
import java.io.IOException;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Gathers a wiring while its files are read. */
public final class WiringBuilder {
    private static final int MOST_CONTENTS = 1000;

    public final List<String> files = new ArrayList<>();
    public final List<Wiring.Compilation> compilations = new ArrayList<>();
    public final List<Wiring.Archive> archives = new ArrayList<>();
    public final List<Wiring.Archive> distributions = new ArrayList<>();
    public final List<Wiring.Setting> mainClasses = new ArrayList<>();
    public final List<Wiring.TestRun> testRuns = new ArrayList<>();
    public final List<Wiring.Generator> generators = new ArrayList<>();
    public final Map<String, Wiring.Setting> documentation = new LinkedHashMap<>();
    public final List<Wiring.Setting> documented = new ArrayList<>();
    public final List<String> absent = new ArrayList<>();
    public final List<Wiring.Setting> projects = new ArrayList<>();
    public final List<Wiring.Setting> webRoots = new ArrayList<>();
    public final List<Wiring.Copy> copies = new ArrayList<>();
    /** Folders that the build makes. */
    public final Set<String> made = new LinkedHashSet<>();

    /** What happens to the products once they are made. */
    public final List<Wiring.Setting> uploads = new ArrayList<>();

    /** The copies that are made after an archive. */
    private final Map<Wiring.Archive, Set<Wiring.Copy>> later = new HashMap<>();

    /** Archives that take no further copies. */
    private final Set<Wiring.Archive> complete = new HashSet<>();

    private final List<Finding> trouble = new ArrayList<>();
    private final List<Finding> steps = new ArrayList<>();
    private final Map<Finding, String> writing = new LinkedHashMap<>();
    public final EvaluationLimit effort = new EvaluationLimit();
    public final String folder;
    public Optional<Wiring.Setting> name = Optional.empty();
    public Optional<Wiring.Setting> version = Optional.empty();
    public Optional<Wiring.Setting> contextPath = Optional.empty();

    /** Options of the virtual machine that tools are run with. */
    public Optional<Wiring.Setting> javaOptions = Optional.empty();

    /** Whether reading reached its bounds. */
    public boolean cutShort;

    public WiringBuilder(String folder) {
        this.folder = folder;
    }

    /** The path of a file of the project. */
    public String at(String path) {
        return Paths.join(folder, path);
    }

    /** A path that is written as seen from the project; empty if it leads out of the tree. */
    public Optional<String> inside(String written) {
        String plain = written.replace('\\', '/');
        // what follows a property for a folder that is the top itself begins with a slash
        if (plain.startsWith(Wiring.TOP)) return Paths.normal(Paths.withoutRoot(plain.substring(Wiring.TOP.length())));
        return plain.startsWith("/") ? Optional.empty() : Paths.normal(Paths.join(folder, plain));
    }

    /** Entries of a path as the value of a setting. */
    public static Wiring.Setting path(List<Wiring.Library> entries, Evidence evidence) {
        return new Wiring.Setting(
                entries.stream().map(Wiring.Library::path).collect(Collectors.joining(":")), evidence);
    }

    /** Adds a compilation by an IDE, which compiles sources of all languages in the same folders. */
    public void compiles(ProjectTree tree, Wiring.Compilation java, Map<JvmLanguage, Wiring.Compilation> others) {
        List<Wiring.Compilation> further = new ArrayList<>();
        for (JvmLanguage language : JvmLanguage.all()) {
            if (language == JvmLanguage.JAVA || !compiles(tree, java, language)) continue;
            Map<String, Wiring.Setting> shared = new LinkedHashMap<>(java.settings());
            shared.keySet().retainAll(Set.of("-encoding", "-target"));
            further.add(others.getOrDefault(language, java.in(language, shared, List.of())));
        }
        // the settings for Java stand behind those of the language that is used
        boolean uses = further.isEmpty() || compiles(tree, java, JvmLanguage.JAVA);
        if (uses) compilations.add(java);
        compilations.addAll(further);
        if (!uses) compilations.add(java);
    }

    private static boolean compiles(ProjectTree tree, Wiring.Compilation call, JvmLanguage language) {
        return call.sources().stream()
                .flatMap(folder -> tree.under(folder.path()))
                .anyMatch(file -> JvmLanguage.of(file.path()).equals(Optional.of(language)));
    }

    /** The folder of another project, found by a file that marks it, in which a path is that is not there yet. */
    public Optional<String> project(ProjectTree tree, String path, String marker) {
        if (tree.has(path)) return Optional.empty();
        for (String at = Paths.parent(path); !at.isEmpty(); at = Paths.parent(at)) {
            if (!at.equals(folder) && tree.has(Paths.join(at, marker))) return Optional.of(at);
        }
        return Optional.empty();
    }

    /** Notes something that was not understood, though it may change the result. */
    public void leave(String subject, String fact, Evidence evidence) {
        trouble.add(Finding.trouble(subject, fact, evidence));
    }

    /** Notes something that the build runs and that was not analyzed. */
    public void leaveStep(String subject, String fact, Evidence evidence) {
        leave(subject, fact, evidence);
        steps.add(Finding.trouble(subject, fact, evidence));
    }

    /** Notes something that the build writes to a path of the tree; it matters if that goes into what is made. */
    public void writes(String subject, String path, Evidence evidence) {
        writing.put(Finding.trouble(subject, "writes " + path + " and was not analyzed", evidence), path);
    }

    private Wiring.Unanalyzed unanalyzed() {
        List<Finding> writes = writing.entrySet().stream()
                .filter(entry -> isMadeOf(entry.getValue()))
                .map(Map.Entry::getKey)
                .toList();
        return new Wiring.Unanalyzed(
                Stream.concat(trouble.stream(), writes.stream()).toList(),
                Stream.concat(steps.stream(), writes.stream()).toList(),
                uploads,
                absent);
    }

    /** Whether a path is compiled, or is in a folder that classes are written to or that goes into an archive. */
    private boolean isMadeOf(String path) {
        return compilations.stream()
                        .anyMatch(call -> call.takes(path)
                                || call.output()
                                        .filter(output -> Paths.within(output.value(), path))
                                        .isPresent())
                || isPacked(path, new HashSet<>());
    }

    /** Whether a path goes into an archive, as it is or after it was copied, in one step or several. */
    private boolean isPacked(String path, Set<String> seen) {
        if (Stream.concat(archives.stream(), distributions.stream())
                .anyMatch(archive -> archive.entry(path).isPresent())) return true;
        return seen.size() < MOST_CONTENTS
                && seen.add(path)
                && copies.stream()
                        .flatMap(copy -> copy.content().entry(path).map(entry -> Paths.join(copy.to(), entry)).stream())
                        .anyMatch(copied -> isPacked(copied, seen));
    }

    /** Reads an XML file of the tree; nothing if there is none, or where it cannot be read, which is noted. */
    public Optional<XmlElement> xml(ProjectTree tree, String path) {
        if (!tree.has(path)) return Optional.empty();
        try {
            return Optional.of(XmlElement.read(tree.bytes(path)));
        } catch (XmlElement.Malformed e) {
            leave(path, "is not well-formed XML: " + e.getMessage(), new Evidence(path, e.line(), ""));
        } catch (IOException e) {
            leave(path, "cannot be read", Evidence.of(path, ""));
        }
        return Optional.empty();
    }

    /**
     * Reads what the build can do and what makes nothing of the product: it says how tests are run and what is started, but
     * not what is compiled, copied or left unread.
     *
     * @param wanted the compilations that count all the same
     */
    public void aside(Runnable reading, Predicate<Wiring.Compilation> wanted) {
        List<Wiring.Compilation> before = List.copyOf(compilations);
        int copied = copies.size();
        int generated = generators.size();
        int served = webRoots.size();
        int troubles = trouble.size();
        int stepped = steps.size();
        Map<Finding, String> written = new LinkedHashMap<>(writing);
        reading.run();
        compilations.removeIf(call -> !before.contains(call) && !wanted.test(call));
        shorten(copies, copied);
        shorten(generators, generated);
        shorten(webRoots, served);
        shorten(trouble, troubles);
        shorten(steps, stepped);
        writing.keySet().retainAll(written.keySet());
    }

    /** Reads what is done with the products once they are made: what of it was not understood does not change them. */
    public void withoutSteps(Runnable reading) {
        Set<Finding> before = Set.copyOf(steps);
        Set<Finding> written = Set.copyOf(writing.keySet());
        reading.run();
        trouble.removeIf(finding -> steps.contains(finding) && !before.contains(finding));
        steps.retainAll(before);
        writing.keySet().retainAll(written);
    }

    private static void shorten(List<?> list, int size) {
        list.subList(size, list.size()).clear();
    }

    /** Reads with bounds: where they are reached, what was read until then stands, and the rest is left. */
    public void within(String path, Runnable reading) {
        try {
            reading.run();
        } catch (EvaluationLimit.Exceeded e) {
            cutShort = true;
            leave(path, e.getMessage(), Evidence.of(path, ""));
        }
    }

    /** What was copied into a folder goes into the archives that are made of it, as if it had been there. */
    private Wiring.Archive withCopies(Wiring.Archive archive) {
        Set<Wiring.Content> contents = new LinkedHashSet<>(archive.contents());
        Deque<Wiring.Content> open = new ArrayDeque<>(contents);
        while (!open.isEmpty() && contents.size() < MOST_CONTENTS) {
            Wiring.Content content = open.poll();
            for (Wiring.Copy copied : copies) {
                // all of the project's own folder is not what goes in
                boolean everything =
                        content.path().isEmpty() && content.including().isEmpty();
                if (everything || !Paths.within(content.path(), copied.to())) continue;
                if (!content.files().mayTakeBelow(Paths.relative(content.path(), copied.to()))) continue;
                if (later.getOrDefault(archive, Set.of()).contains(copied)) continue;
                String place = Paths.join(content.prefix(), Paths.relative(content.path(), copied.to()));
                Wiring.Content laid = copied.content().below(place).through(content);
                if (contents.add(laid)) open.add(laid);
            }
        }
        return archive.with(List.copyOf(contents));
    }

    /** Whether classes of a call go into something that is made. */
    public boolean packs(ProjectTree tree, Wiring.Compilation call) {
        List<Wiring.Archive> made = Stream.concat(archives.stream(), distributions.stream())
                .map(this::withCopies)
                .toList();
        return tree.files().stream()
                .flatMap(file -> compiled(file.path()))
                .filter(path -> JvmLanguage.of(path).isPresent() && call.takes(path))
                .flatMap(path -> call.sources().stream()
                        .filter(folder -> folder.takes(path))
                        .map(folder -> Paths.join(
                                call.output().map(Wiring.Setting::value).orElse(folder.path()),
                                Paths.withoutExtension(Paths.relative(folder.path(), path)) + ".class")))
                .anyMatch(path ->
                        made.stream().anyMatch(archive -> archive.entry(path).isPresent()));
    }

    /** The paths of a source at which it may be compiled: its own, and those of its copies. */
    private Stream<String> compiled(String path) {
        return Stream.concat(
                Stream.of(path),
                copies.stream()
                        .flatMap(copy ->
                                copy.content().entry(path).map(place -> Paths.join(copy.to(), place)).stream()));
    }

    /**
     * A folder is deleted: what was copied to it goes into the archives that were made before, and into no later one.
     *
     * @param from the number of copies that were made before the target that deletes it began
     */
    public void deleted(String folder, int from) {
        List<Wiring.Copy> gone = copies.subList(Math.min(from, copies.size()), copies.size()).stream()
                .filter(copy -> Paths.within(folder, copy.to()))
                .toList();
        if (gone.isEmpty()) return;
        archives.replaceAll(this::complete);
        distributions.replaceAll(this::complete);
        copies.removeAll(gone);
    }

    /**
     * What a target copies after it has made an archive does not go into it.
     *
     * @param from the number of copies that were made before the archive
     */
    public void copiedLater(Wiring.Archive made, int from) {
        if (from < copies.size())
            later.computeIfAbsent(made, archive -> new HashSet<>()).addAll(copies.subList(from, copies.size()));
    }

    /** Adds to an archive that was made; whether there is one of that path. */
    public boolean adds(Wiring.Archive more) {
        for (int i = 0; i < archives.size(); i++)
            if (archives.get(i).path().equals(more.path())) {
                archives.set(i, archives.get(i).and(more));
                return true;
            }
        return false;
    }

    /** An archive gets another name, as moving or compressing it does; whether it was made. */
    public boolean renamed(String from, String to) {
        boolean found = false;
        for (List<Wiring.Archive> made : List.of(archives, distributions))
            for (int i = 0; i < made.size(); i++) {
                if (!made.get(i).path().equals(from)) continue;
                Wiring.Archive moved = complete(made.get(i)).at(to);
                complete.add(moved);
                made.set(i, moved);
                found = true;
            }
        return found;
    }

    private Wiring.Archive complete(Wiring.Archive archive) {
        if (complete.contains(archive)) return archive;
        Wiring.Archive whole = withCopies(archive);
        complete.add(whole);
        return whole;
    }

    /** What was copied into a folder that is compiled is compiled as if it had been there. */
    private Wiring.Compilation withCopies(Wiring.Compilation call) {
        List<Wiring.SourceFolder> sources = call.sources().stream()
                .flatMap(folder -> {
                    List<Wiring.SourceFolder> laid = copies.stream()
                            // text that is replaced on the way is read from the copies themselves
                            .filter(copy -> copy.filters().isEmpty())
                            .flatMap(copy -> copiedInto(folder, copy).stream())
                            .distinct()
                            .toList();
                    return Stream.concat(Stream.of(folder), laid.stream());
                })
                .toList();
        return call.from(sources);
    }

    private static Optional<Wiring.SourceFolder> copiedInto(Wiring.SourceFolder folder, Wiring.Copy copy) {
        Wiring.Content content = copy.content();
        String place = Paths.join(copy.to(), content.prefix());
        if (content.path().isEmpty() || content.path().equals(folder.path())) return Optional.empty();
        // patterns of a folder further up or down would have to be translated
        if (!place.equals(folder.path())
                || !folder.including().isEmpty() && !content.including().isEmpty()) return Optional.empty();
        List<String> including = folder.including().isEmpty() ? content.including() : folder.including();
        List<String> excluding = Stream.concat(folder.excluding().stream(), content.excluding().stream())
                .toList();
        return Optional.of(new Wiring.SourceFolder(
                content.path(), folder.root(), folder.test(), including, excluding, copy.evidence()));
    }

    public Wiring done(Wiring.Kind kind) {
        return new Wiring(
                kind,
                folder,
                files.stream().distinct().toList(),
                name,
                version,
                compilations.stream().map(this::withCopies).toList(),
                archives.stream().map(this::complete).toList(),
                distributions.stream().map(this::complete).toList(),
                mainClasses,
                testRuns,
                copies,
                generators,
                new Wiring.Documentation(documentation, documented),
                webRoots.stream().distinct().toList(),
                contextPath,
                projects,
                unanalyzed());
    }
}

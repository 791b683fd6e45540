package dev.pfeiler.ecosystem.jvm.wiring.ant;

import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.ecosystem.jvm.wiring.WiringBuilder;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.XmlElement;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.BiConsumer;
import java.util.function.BooleanSupplier;
import java.util.function.Consumer;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** The targets of a build file, and which of them are run, in which order, to see what they make. */
final class AntTargets {
    private static final Pattern BETWEEN = Pattern.compile("[,\\s]+");

    /** Tasks that make what is handed on; their targets count, whether the default target reaches them or not. */
    private static final Set<String> PRODUCTS = Set.of("jar", "war", "ear");

    /** Tasks that run tests; their targets count, too. */
    private static final Set<String> RUNNING = Set.of("junit", "junitlauncher", "testng");

    /** Tasks that make distributions; of what their targets compile, that counts which goes into something. */
    private static final Set<String> HANDING_ON = Set.of("zip", "tar");

    /** Tasks that run another target. */
    private static final Set<String> CALLS = Set.of("antcall", "foreach");

    private static final Pattern OF_TESTS = Pattern.compile("(?i)(^|[/_.-])tests?($|[/_.-])");

    private static final int DEEPEST = 10;

    private final ProjectTree tree;
    private final WiringBuilder draft;
    private final AntProperties properties;
    private final AntTasks tasks;
    private final Map<String, AntElement> macros;
    /** Runs a task. */
    private final Consumer<AntElement> runner;
    /** Notes a target that is not run as the property is not set. */
    private final BiConsumer<AntElement, String> notCalled;

    private final Map<String, AntElement> targets = new LinkedHashMap<>();
    private final Set<String> done = new HashSet<>();
    private final Set<String> leftOut = new HashSet<>();
    /** Targets that are run with properties of a call at present. */
    private final Set<String> running = new HashSet<>();
    /** Whether what runs makes the product. */
    private boolean making;

    AntTargets(
            ProjectTree tree,
            WiringBuilder draft,
            AntProperties properties,
            AntTasks tasks,
            Map<String, AntElement> macros,
            boolean making,
            Consumer<AntElement> runner,
            BiConsumer<AntElement, String> notCalled) {
        this.tree = tree;
        this.draft = draft;
        this.properties = properties;
        this.tasks = tasks;
        this.macros = macros;
        this.making = making;
        this.runner = runner;
        this.notCalled = notCalled;
    }

    void add(String name, AntElement target) {
        targets.putIfAbsent(name, target);
    }

    Optional<AntElement> get(String name) {
        return Optional.ofNullable(targets.get(name));
    }

    boolean making() {
        return making;
    }

    /**
     * The default target first, as it is what people run; then those that make an archive or run tests. Others make nothing
     * of the product, unless nothing else is compiled.
     *
     * @param others whether other build files that were read by then compile something
     */
    void runAll(String defaultTarget, BooleanSupplier others) {
        run(defaultTarget);
        Set<String> parametrized = parametrized();
        List<String> names = targets.keySet().stream()
                .filter(name -> !parametrized.contains(name))
                .toList();
        Set<String> made = draft.archives.stream()
                .map(archive -> Paths.name(archive.path()))
                .collect(Collectors.toSet());
        names.stream()
                .filter(name -> !done.contains(name))
                .filter(name -> isVariant(targets.get(name).element(), made))
                .forEach(name -> leaveOut(name, "makes an archive again that the default target makes in another way"));
        names.stream()
                .filter(name -> !done.contains(name) && isUpdate(name))
                .forEach(name -> leaveOut(name, "adds to an archive that another target makes"));
        making(names, PRODUCTS);
        // what else they run comes after the products
        draft.withoutSteps(() -> making(names, RUNNING));
        List<Wiring.Compilation> before = List.copyOf(draft.compilations);
        draft.withoutSteps(() -> making(names, HANDING_ON));
        if (!before.isEmpty())
            draft.compilations.removeIf(call -> !before.contains(call) && !isOfTests(call) && !draft.packs(tree, call));
        boolean elsewhere = !draft.projects.isEmpty() && others.getAsBoolean();
        if (draft.compilations.isEmpty() && !elsewhere) names.forEach(this::run);
        else {
            making = false;
            draft.aside(() -> names.forEach(this::run), this::isOfTests);
        }
    }

    /** Runs a target with other properties, though it ran before. */
    void run(String name, Map<String, Wiring.Setting> given) {
        if (leftOut.contains(name) || !running.add(name)) return;
        done.remove(name);
        draft.effort.spend(properties.all().size());
        properties.with(given, () -> run(name));
        running.remove(name);
    }

    /** Runs a target, with those it needs first, unless it ran before or what it asks for is not set. */
    void run(String name) {
        AntElement target = targets.get(name);
        if (target == null || !done.add(name)) return;
        for (String needed : BETWEEN.split(target.element().attribute("depends"))) run(needed.strip());
        String onlyIf = properties.expand(target.element().attribute("if"));
        String unless = properties.expand(target.element().attribute("unless"));
        if (!onlyIf.isEmpty() && !properties.isSet(onlyIf) && !onlyIf.equals("true")) {
            if (making) notCalled.accept(target, onlyIf);
            return;
        }
        if (!unless.isEmpty() && properties.isSet(unless)) return;
        int copied = draft.copies.size();
        Map<Wiring.Archive, Integer> made = new HashMap<>();
        for (XmlElement task : target.element().children()) {
            int archives = draft.archives.size();
            runner.accept(new AntElement(target.file(), task));
            draft.archives
                    .subList(archives, draft.archives.size())
                    .forEach(archive -> made.put(archive, draft.copies.size()));
            // a target that runs at another time may delete what is not there yet
            if (task.name().equals("delete"))
                tasks.paths()
                        .inside(tasks.paths().value(task, "dir"))
                        .ifPresent(folder -> draft.deleted(folder, copied));
        }
        made.forEach(draft::copiedLater);
    }

    /** The targets that others run with properties of their own: alone they would lack those. */
    private Set<String> parametrized() {
        return targets.values().stream()
                .flatMap(target -> target.element().all())
                .filter(task -> task.name().equals("foreach")
                        || task.name().equals("antcall") && task.child("param").isPresent()
                        || task.name().equals("ant")
                                && task.attribute("dir").isEmpty()
                                && task.attribute("antfile").isEmpty()
                                && task.child("property").isPresent())
                .map(task -> task.attribute("target"))
                .collect(Collectors.toSet());
    }

    /** Runs the targets with some of the tasks. */
    private void making(List<String> names, Set<String> tasks) {
        names.stream().filter(name -> makes(targets.get(name).element(), tasks)).forEach(this::run);
    }

    private void leaveOut(String name, String does) {
        done.add(name);
        leftOut.add(name);
        draft.leave(
                "target " + name, does + "; it was left out", targets.get(name).evidence());
    }

    /** Whether all that a target makes is more of what another one makes. */
    private boolean isUpdate(String name) {
        List<XmlElement> making = products(targets.get(name).element());
        return !making.isEmpty()
                && making.stream()
                        .allMatch(task -> tasks.updates(task)
                                && targets.entrySet().stream()
                                        .filter(other -> !other.getKey().equals(name))
                                        .flatMap(other ->
                                                products(other.getValue().element()).stream())
                                        .anyMatch(other -> !tasks.updates(other)
                                                && tasks.archivePath(other).equals(tasks.archivePath(task))));
    }

    private static List<XmlElement> products(XmlElement target) {
        return target.children().stream()
                .filter(task -> PRODUCTS.contains(task.name()))
                .toList();
    }

    /** Whether a target only makes archives anew that the default target makes, as it would for one platform. */
    private boolean isVariant(XmlElement target, Set<String> made) {
        List<XmlElement> making = target.children().stream()
                .filter(task -> Stream.of(PRODUCTS, RUNNING, HANDING_ON).anyMatch(some -> some.contains(task.name())))
                .toList();
        return !making.isEmpty()
                && making.stream()
                        .allMatch(task -> PRODUCTS.contains(task.name())
                                && made.contains(
                                        Paths.name(tasks.archivePath(task).orElse(""))));
    }

    private boolean isOfTests(Wiring.Compilation call) {
        return !call.sources().isEmpty()
                && call.sources().stream()
                        .map(Wiring.SourceFolder::path)
                        .allMatch(folder -> OF_TESTS.matcher(folder).find()
                                && tree.folders().contains(folder));
    }

    /** Whether some of the tasks are among those of the names, or call a macro or a target that they are in. */
    private boolean makes(XmlElement element, Set<String> tasks) {
        Set<XmlElement> seen = Collections.newSetFromMap(new IdentityHashMap<>());
        List<XmlElement> level = List.of(element);
        // each is looked through once, however often it is called
        for (int depth = 0; depth <= DEEPEST && !level.isEmpty(); depth++) {
            List<XmlElement> next = new ArrayList<>();
            for (XmlElement one : level)
                for (XmlElement task : one.children()) {
                    if (tasks.contains(task.name())) return true;
                    XmlElement inner = within(task);
                    if (seen.add(inner)) next.add(inner);
                }
            level = next;
        }
        return false;
    }

    /** What a task runs: a macro, another target, or what is in it. */
    private XmlElement within(XmlElement task) {
        AntElement other =
                CALLS.contains(task.name()) ? targets.get(task.attribute("target")) : macros.get(task.name());
        return other == null ? task : other.element();
    }
}

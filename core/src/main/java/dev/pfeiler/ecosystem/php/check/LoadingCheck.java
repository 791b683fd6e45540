package dev.pfeiler.ecosystem.php.check;

import dev.pfeiler.check.Change;
import dev.pfeiler.check.Cure;
import dev.pfeiler.check.JsonChange;
import dev.pfeiler.ecosystem.php.source.PhpSource;
import dev.pfeiler.ecosystem.php.source.PhpSource.Declaration;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.TreeFile;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.apache.commons.text.similarity.LevenshteinDistance;

/** Holds the class loading rules against the classes. */
final class LoadingCheck {
    private final CheckedProject checked;
    /** Rules that are wrong as a whole, so that their classes are not reported one by one. */
    private final Set<LoadingRule> wrong = new HashSet<>();

    LoadingCheck(CheckedProject checked) {
        this.checked = checked;
    }

    void run() {
        checked.rules().stream().filter(LoadingRule::isStandard).forEach(this::rule);
        checked.rules().stream().filter(rule -> !rule.isStandard()).forEach(this::path);
        programs();
        for (PhpSource source : checked.project().own()) classes(source);
    }

    /** The classes whose names are those of their files. */
    private Stream<Map.Entry<PhpSource, Declaration>> named() {
        return checked.project().own().stream().flatMap(source -> source.classes().stream()
                .filter(one -> one.simple().equals(Paths.stem(source.path())))
                .map(one -> Map.entry(source, one)));
    }

    private void rule(LoadingRule rule) {
        if (rule.kind().equals("psr-0")) return;
        boolean there = rule.path().isEmpty() || checked.tree().folders().contains(rule.path());
        boolean works = named().anyMatch(
                        one -> rule.loads(one.getValue().name(), one.getKey().path()));
        if (works) return;
        if (!there) {
            folder(rule);
            return;
        }
        Optional<String> prefix = prefix(rule);
        if (prefix.isEmpty()) return;
        wrong.add(rule);
        String before = rule.prefix().replace("\\", "\\\\");
        String after = prefix.get().replace("\\", "\\\\");
        int line = checked.descriptor().line(rule.section(), rule.kind(), rule.prefix());
        checked.note(
                PhpKind.AUTOLOAD_RULE_WRONG,
                checked.place(rule.section(), rule.kind(), rule.prefix()),
                rule.prefix(),
                "No class in " + rule.path() + " has a name that starts with " + rule.prefix() + ".",
                Cure.certain(
                        "Write " + prefix.get() + ".",
                        Change.replacing(CheckedProject.FILE, line, "\"" + before + "\"", "\"" + after + "\"")));
    }

    /** The prefix that most classes in a rule's folder have. */
    private Optional<String> prefix(LoadingRule rule) {
        Map<String, Integer> counts = new TreeMap<>();
        named().filter(one -> Paths.within(rule.path(), one.getKey().path())).forEach(one -> {
            String inside = Paths.withoutExtension(
                            Paths.relative(rule.path(), one.getKey().path()))
                    .replace('/', '\\');
            String name = one.getValue().name();
            if (name.endsWith("\\" + inside))
                counts.merge(name.substring(0, name.length() - inside.length()), 1, Integer::sum);
        });
        return most(counts);
    }

    private static Optional<String> most(Map<String, Integer> counts) {
        return counts.entrySet().stream().max(Map.Entry.comparingByValue()).map(Map.Entry::getKey);
    }

    private void folder(LoadingRule rule) {
        Map<String, Integer> counts = new TreeMap<>();
        named().filter(one -> one.getValue().name().startsWith(rule.prefix())).forEach(one -> {
            String end = one.getValue().name().substring(rule.prefix().length()).replace('\\', '/') + ".php";
            Paths.before(end, one.getKey().path()).ifPresent(folder -> counts.merge(folder, 1, Integer::sum));
        });
        Optional<String> folder = most(counts);
        // tests need not be shipped
        if (folder.isEmpty() && rule.section().equals("autoload-dev")) return;
        wrong.add(rule);
        String written =
                checked.descriptor().at(rule.way().toArray(String[]::new)).asText();
        String slash = written.endsWith("/") ? "/" : "";
        checked.note(
                PhpKind.AUTOLOAD_RULE_WRONG,
                checked.place(rule.section(), rule.kind(), rule.prefix()),
                written.isEmpty() ? rule.path() : written,
                "The folder " + rule.path() + ", from which classes in " + rule.prefix() + " are loaded, is not there.",
                folder.isPresent()
                        ? Cure.certain(
                                "Load them from " + folder.get() + ".",
                                JsonChange.set(
                                        CheckedProject.FILE,
                                        folder.get() + slash,
                                        rule.way().toArray(String[]::new)))
                        : Cure.choice("Name the folder of the classes, or remove the rule."));
    }

    private void path(LoadingRule rule) {
        boolean there = rule.path().isEmpty()
                || checked.tree().has(rule.path())
                || checked.tree().folders().contains(rule.path());
        if (!there) missing(rule.path(), rule.way(), rule.kind().equals("files"));
    }

    private void programs() {
        var programs = checked.descriptor().at("bin");
        if (programs.isTextual()) program(programs.asText(), List.of("bin"));
        for (int i = 0; i < programs.size(); i++) program(programs.get(i).asText(), List.of("bin", String.valueOf(i)));
    }

    private void program(String written, List<String> way) {
        Paths.normal(written).filter(path -> !checked.tree().has(path)).ifPresent(path -> missing(path, way, false));
    }

    private void missing(String path, List<String> way, boolean functions) {
        List<String> meant = meant(path, way.get(0).equals("bin"), functions);
        checked.note(
                PhpKind.AUTOLOAD_FILE_MISSING,
                checked.place(way.size() > 2 ? new String[] {way.get(0), way.get(1)} : new String[] {way.get(0)}),
                path,
                String.join(".", way) + " names " + path + ", which is not there.",
                meant.size() == 1
                        ? Cure.certain(
                                "Name " + meant.get(0) + ".",
                                JsonChange.set(CheckedProject.FILE, meant.get(0), way.toArray(String[]::new)))
                        : Cure.choice("Name a file that there is, or remove the entry."));
    }

    /** The file that may be meant: of the same name, or one beside it of its kind. */
    private List<String> meant(String path, boolean program, boolean functions) {
        List<String> files = checked.tree().files().stream()
                .map(TreeFile::path)
                .filter(file -> !file.startsWith("vendor/"))
                .toList();
        List<String> same = files.stream()
                .filter(file -> Paths.name(file).equals(Paths.name(path)))
                .toList();
        if (!same.isEmpty()) return same;
        Set<String> known = new HashSet<>();
        checked.rules().forEach(rule -> known.add(rule.path()));
        checked.descriptor().at("bin").forEach(one -> known.add(one.asText()));
        List<String> beside = files.stream()
                .filter(file -> Paths.parent(file).equals(Paths.parent(path)) && !known.contains(file))
                .filter(file -> program || !functions || isOfFunctions(file))
                .toList();
        if (beside.size() < 2) return beside;
        LevenshteinDistance distance = LevenshteinDistance.getDefaultInstance();
        return beside.stream()
                .filter(file -> distance.apply(file, path) <= 3)
                .min(Comparator.comparingInt(file -> distance.apply(file, path)))
                .stream()
                .toList();
    }

    private boolean isOfFunctions(String file) {
        PhpSource source = checked.project().sources().get(file);
        return source != null
                && !source.declarations().isEmpty()
                && source.classes().isEmpty();
    }

    private void classes(PhpSource source) {
        if (checked.isAside(source.path())) return;
        if (checked.project().startable().contains(source.path())) return;
        // a file that another one loads needs no rule
        if (checked.project().reached().contains(source.path())
                && !checked.project().entries().contains(source.path())) return;
        List<Declaration> all = source.classes();
        boolean any = all.stream().anyMatch(one -> isLoaded(one, source));
        if (all.isEmpty() || any || all.get(0).conditional()) return;
        Declaration first = all.get(0);
        boolean within = checked.rules().stream()
                .anyMatch(rule -> rule.isStandard()
                        && (Paths.within(rule.path(), source.path())
                                        && !rule.path().isEmpty()
                                || !rule.prefix().isEmpty() && first.name().startsWith(rule.prefix())));
        boolean reported = wrong.stream()
                .anyMatch(rule ->
                        Paths.within(rule.path(), source.path()) || first.name().startsWith(rule.prefix()));
        if (!within || reported) return;
        List<Change> changes = new ArrayList<>();
        Optional<String> right = checked.rules().stream()
                .filter(rule -> rule.isStandard() && first.name().startsWith(rule.prefix()))
                .max(Comparator.comparingInt(rule -> rule.prefix().length()))
                .flatMap(rule -> rule.file(first.name()))
                .filter(file -> !checked.tree().has(file));
        right.ifPresent(file -> changes.add(new Change.Move(source.path(), file)));
        checked.note(
                PhpKind.CLASS_NOT_COVERED,
                first.at(source.path()),
                first.name(),
                "No class loading rule loads " + first.name() + " from " + source.path() + ".",
                new Cure(
                        right.map(file -> "Move it to " + file + ".")
                                .orElse("Move the file, correct the namespace, or add a rule."),
                        changes));
    }

    private boolean isLoaded(Declaration declaration, PhpSource source) {
        return checked.rules().stream().anyMatch(rule -> rule.loads(declaration.name(), source.path()));
    }
}

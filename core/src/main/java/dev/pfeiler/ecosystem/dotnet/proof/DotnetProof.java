package dev.pfeiler.ecosystem.dotnet.proof;

import dev.pfeiler.ecosystem.dotnet.assembly.AssemblyFile;
import dev.pfeiler.ecosystem.dotnet.evaluation.FileSet;
import dev.pfeiler.ecosystem.dotnet.project.Compilation;
import dev.pfeiler.ecosystem.dotnet.project.DotnetProject;
import dev.pfeiler.ecosystem.dotnet.project.ImplicitSymbols;
import dev.pfeiler.ecosystem.dotnet.project.SdkCompilation;
import dev.pfeiler.ecosystem.dotnet.solution.SolutionFile;
import dev.pfeiler.ecosystem.dotnet.source.CSharpSource;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.process.Environment;
import dev.pfeiler.process.ToolRun;
import dev.pfeiler.proof.Comparison;
import dev.pfeiler.proof.Difference;
import dev.pfeiler.proof.Difference.Kind;
import dev.pfeiler.proof.PartVerdict;
import dev.pfeiler.proof.ProgramComparison;
import dev.pfeiler.proof.ProgramResult;
import dev.pfeiler.proof.ProofRequest;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.TreeFile;
import dev.pfeiler.tree.XmlElement;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Function;
import java.util.regex.Pattern;

/**
 * Proves a conversion without an SDK: the new project files are worked out by the published rules, and what they compile is
 * compiled by mcs, as what the old wiring compiles is.
 */
public final class DotnetProof {
    private static final Duration LIMIT = Duration.ofSeconds(60);
    /** What Mono calls a module in the trace of an exception. */
    private static final Pattern MODULE = Pattern.compile("<[0-9a-f]{32}>");

    private static final List<String> USUAL = List.of("--help");
    private static final String BY_SDK = "the SDK states it where nothing else does";

    private final ProofRequest proof;
    private final Environment environment;
    private final DotnetProject project;
    private final ProjectTree now;
    private final Path logs;
    private final List<String> notes = new ArrayList<>();
    private final List<Comparison> rows = new ArrayList<>();
    private boolean several;

    /** A compilation as it was and as it is now. */
    private record Pair(Compilation old, Compilation now) {}

    public DotnetProof(ProofRequest proof, Environment environment) {
        this.proof = proof;
        this.environment = environment;
        this.project = DotnetProject.of(proof.old());
        this.now = ProjectTree.read(proof.converted());
        this.logs = proof.log().toAbsolutePath().getParent();
    }

    public PartVerdict run() throws IOException {
        Path mcs = environment.requiredProgram("mcs", "Install Mono's C# compiler, or add it to the PATH.");
        Files.writeString(proof.log(), "");
        // it is a copy already, and compiling writes elsewhere
        Mcs oldSide = new Mcs(mcs, proof.old(), proof.scratch().resolve("before"), logs, "before");
        Mcs newSide = new Mcs(mcs, now, proof.scratch().resolve("after"), logs, "after");
        FileSet files = new FileSet(now);
        several = project.compilations().size() > 1;
        List<Pair> pairs = new ArrayList<>();
        for (Compilation one : project.compilations()) {
            if (!now.has(one.project()))
                return PartVerdict.failed(
                        "There is no " + one.project() + ".", "Convert the project again.", proof.log());
            try {
                SdkCompilation sdk = new SdkCompilation(now, files, one.project());
                sdk.trouble().stream().map(Finding::fact).forEach(fact -> notes.add(one.project() + " " + fact + "."));
                Compilation after = sdk.read();
                pairs.add(new Pair(one, after));
                oldSide.add(one, "");
                newSide.add(withPackages(after, one), AssemblyInfo.of(sdk, after));
            } catch (XmlElement.Malformed e) {
                return PartVerdict.failed(
                        one.project() + ", line " + e.line() + ": " + e.getMessage(),
                        "Correct the project file.",
                        proof.log());
            }
        }
        Optional<PartVerdict.Failure> failure = builtBySdk(project.compilations());
        if (failure.isPresent()) return PartVerdict.failed(failure.get(), proof.log());
        for (Pair pair : pairs) {
            proof.stage().accept("compiling " + pair.old().output());
            compare(pair.old(), pair.now(), oldSide, newSide);
        }
        Set<String> absent = new TreeSet<>(oldSide.absent());
        absent.addAll(newSide.absent());
        if (!absent.isEmpty())
            notes.add("Compiled without " + String.join(", ", absent) + ", which mcs does not have here.");
        return new PartVerdict(rows, Optional.empty(), List.of(), proof.log(), notes);
    }

    /** Builds all with the SDK itself where it is installed; what it builds is compared by mcs all the same. */
    private Optional<PartVerdict.Failure> builtBySdk(Collection<Compilation> all) throws IOException {
        Optional<Path> dotnet = environment.program("dotnet");
        if (dotnet.isEmpty()) {
            rows.add(new Comparison("built by", "mcs", "mcs, without an SDK", List.of()));
            notes.add("No SDK was used: project files were worked out by the published rules, and compiled by mcs."
                    + " dotnet build remains to be run.");
            return Optional.empty();
        }
        proof.stage().accept("running dotnet build");
        Optional<PartVerdict.Failure> failure = SdkBuild.run(dotnet.get(), built(all), proof.converted(), proof.log());
        if (failure.isPresent()) return failure;
        rows.add(new Comparison("built by", "mcs", "dotnet build; compared by mcs", List.of()));
        return Optional.empty();
    }

    /** The solution that lists all projects, or the projects themselves. */
    private List<String> built(Collection<Compilation> all) throws IOException {
        List<String> paths = all.stream().map(Compilation::project).toList();
        for (TreeFile file : now.files()) {
            if (!file.extension().equals("sln") && !file.extension().equals("slnx")) continue;
            List<String> listed = new SolutionFile(
                            file.path(), now.text(file.path()).content())
                    .projects().stream().map(SolutionFile.Listed::path).toList();
            if (listed.containsAll(paths)) return List.of(file.path());
        }
        return paths;
    }

    /** With the files of packages, which the conversion retires, from the old tree. */
    private Compilation withPackages(Compilation after, Compilation old) {
        Compilation.References references = after.references();
        List<String> restored = new ArrayList<>();
        for (String file : old.references().restored()) {
            String path = file.toLowerCase(Locale.ROOT);
            boolean asked = references.packages().keySet().stream()
                    .anyMatch(id -> path.contains("/" + id.toLowerCase(Locale.ROOT) + "."));
            if (asked) restored.add(proof.old().onDisk(file).toString());
        }
        return after.with(new Compilation.References(
                references.framework(),
                references.libraries(),
                references.projects(),
                references.packages(),
                restored,
                references.missing()));
    }

    private void row(Compilation one, String subject, String before, String after, List<Difference> differences) {
        String name = several ? one.identity().assembly() + ": " + subject : subject;
        rows.add(new Comparison(name, before, after, differences));
    }

    private void compare(Compilation old, Compilation after, Mcs oldSide, Mcs newSide) throws IOException {
        sets(
                old,
                "sources",
                names(old.files().sources(), Compilation.Source::path),
                names(after.files().sources(), Compilation.Source::path));
        row(old, "constants", constants(old), constants(after), constantDifferences(old, after));
        sets(
                old,
                "resources",
                names(old.files().resources(), resource -> resource.name() + " of " + resource.path()),
                names(after.files().resources(), resource -> resource.name() + " of " + resource.path()));
        sets(
                old,
                "copied files",
                names(old.files().copies(), copied -> copied.place() + " of " + copied.path()),
                names(after.files().copies(), copied -> copied.place() + " of " + copied.path()));
        packages(old, after);
        Optional<Path> first = oldSide.assembly(old.id());
        Optional<Path> second = newSide.assembly(after.id());
        if (first.isEmpty()) {
            String why = String.join("; ", oldSide.messages(old.id()));
            row(old, "types", "does not compile here", "", List.of(new Difference("types", Kind.UNCHECKED, why, "")));
            return;
        }
        if (second.isEmpty()) {
            String why = String.join("; ", newSide.messages(after.id()));
            row(old, "types", "compiles", "does not", List.of(new Difference(old.output(), Kind.GONE, why, "")));
            return;
        }
        assemblies(
                old,
                AssemblyFile.read(Files.readAllBytes(first.get())),
                AssemblyFile.read(Files.readAllBytes(second.get())));
        if (proof.running().wanted() && old.identity().kind() == Compilation.Kind.PROGRAM)
            runs(old, first.get(), second.get());
    }

    private static <T> Set<String> names(Collection<T> of, Function<T, String> name) {
        Set<String> names = new TreeSet<>();
        of.forEach(one -> names.add(name.apply(one)));
        return names;
    }

    /** A row about two sets; none if both are empty. */
    private void sets(Compilation one, String subject, Set<String> before, Set<String> after) {
        if (before.isEmpty() && after.isEmpty()) return;
        row(
                one,
                subject,
                String.valueOf(before.size()),
                String.valueOf(after.size()),
                Difference.between(before, after));
    }

    private static String constants(Compilation one) {
        Set<String> names = new TreeSet<>(Compilation.constants(one.debug()));
        names.removeAll(ImplicitSymbols.of(one.identity().framework().orElse("")));
        return names.isEmpty() ? "none" : String.join(" ", names);
    }

    private List<Difference> constantDifferences(Compilation old, Compilation after) {
        Set<String> implicit =
                new HashSet<>(ImplicitSymbols.of(after.identity().framework().orElse("")));
        implicit.addAll(List.of("DEBUG", "RELEASE", "TRACE"));
        Set<String> asked = new HashSet<>();
        for (CSharpSource source : project.sources(old)) {
            asked.addAll(source.symbols());
            // attributes of the library ask for these two
            if (!source.names().isEmpty()) asked.addAll(List.of("DEBUG", "TRACE"));
        }
        List<Difference> found = new ArrayList<>();
        for (boolean debug : List.of(true, false)) {
            Set<String> before = new TreeSet<>(Compilation.constants(debug ? old.debug() : old.release()));
            Set<String> now = new TreeSet<>(Compilation.constants(debug ? after.debug() : after.release()));
            for (Difference one : Difference.between(before, now)) {
                boolean harmless = implicit.contains(one.subject()) && !asked.contains(one.subject());
                String where = one.subject() + (debug ? " (Debug)" : " (Release)");
                // a script has no configurations: what it builds is compared with the first
                if (!debug && old.descriptor().isEmpty()) continue;
                if (one.kind() == Kind.ADDED && implicit.contains(one.subject()) && harmless) continue;
                found.add(new Difference(where, one.kind(), harmless ? "no source asks for it" : ""));
            }
        }
        return found;
    }

    private void packages(Compilation old, Compilation after) {
        sets(
                old,
                "packages",
                names(old.references().packages().values(), one -> one.id() + " " + one.version()),
                names(after.references().packages().values(), one -> one.id() + " " + one.version()));
    }

    private void assemblies(Compilation one, AssemblyFile before, AssemblyFile after) {
        List<Difference> identity = new ArrayList<>();
        boolean unstated = before.version().equals("0.0.0.0") && after.version().equals("1.0.0.0");
        if (!before.name().equals(after.name())) identity.add(new Difference(after.name(), Kind.CHANGED, ""));
        boolean wild = before.version().split("\\.")[0].equals(after.version().split("\\.")[0]) && isWild(one);
        if (!before.version().equals(after.version()))
            identity.add(new Difference(
                    "version " + after.version(),
                    Kind.CHANGED,
                    unstated ? BY_SDK : wild ? "it is counted up from build to build" : ""));
        if (!before.token().equals(after.token())) identity.add(new Difference("public key", Kind.CHANGED, ""));
        row(one, "assembly", identity(before), identity(after), identity);
        row(
                one,
                "types",
                String.valueOf(before.types().size()),
                String.valueOf(after.types().size()),
                types(before, after));
        row(
                one,
                "attributes",
                String.valueOf(before.attributes().size()),
                String.valueOf(after.attributes().size()),
                attributes(before, after));
        sets(one, "references", before.references().keySet(), after.references().keySet());
        if (before.entry().isPresent() || after.entry().isPresent())
            row(
                    one,
                    "entry point",
                    before.entry().orElse("none"),
                    after.entry().orElse("none"),
                    before.entry().equals(after.entry())
                            ? List.of()
                            : List.of(new Difference("entry point", Kind.CHANGED, "")));
    }

    private boolean isWild(Compilation one) {
        return project.sources(one).stream()
                .flatMap(source -> source.attributes().stream())
                .anyMatch(attribute -> attribute.name().equals("AssemblyVersion")
                        && attribute.value().orElse("").indexOf('*') >= 0);
    }

    private static String identity(AssemblyFile file) {
        return file.name() + " " + file.version() + (file.token().isEmpty() ? "" : " " + file.token());
    }

    private static List<Difference> types(AssemblyFile before, AssemblyFile after) {
        List<Difference> differences = new ArrayList<>(
                Difference.between(before.types().keySet(), after.types().keySet()));
        before.types().forEach((name, members) -> {
            if (!after.types().containsKey(name) || after.types().get(name).equals(members)) return;
            Set<String> changed = new TreeSet<>(members);
            changed.removeAll(after.types().get(name));
            differences.add(new Difference(name, Kind.CHANGED, String.join(", ", changed), ""));
        });
        return differences;
    }

    /** Attributes that only the SDK states are explained. */
    private static List<Difference> attributes(AssemblyFile before, AssemblyFile after) {
        List<Difference> differences = new ArrayList<>();
        List<String> usual = new ArrayList<>();
        after.attributes().forEach((name, value) -> {
            String old = before.attributes().getOrDefault(name, "");
            String last = name.substring(name.lastIndexOf('.') + 1);
            if (old.equals(value)) return;
            if (name.startsWith("System.Reflection.Assembly") && old.isEmpty())
                usual.add(last.replaceFirst("Attribute$", ""));
            else if (old.isEmpty()) differences.add(new Difference(last, Kind.ADDED, value, ""));
            else differences.add(new Difference(last, Kind.CHANGED, old + " > " + value, ""));
        });
        before.attributes().forEach((name, value) -> {
            // an empty one says nothing
            if (!after.attributes().containsKey(name) && !value.isEmpty())
                differences.add(new Difference(name, Kind.GONE, value, ""));
        });
        if (!usual.isEmpty()) differences.add(new Difference(String.join(", ", usual), Kind.ADDED, BY_SDK));
        return differences;
    }

    private void runs(Compilation one, Path before, Path after) throws IOException {
        Optional<Path> mono = environment.program("mono");
        if (mono.isEmpty()) {
            notes.add("Programs were not started: mono is not on the PATH.");
            return;
        }
        List<String> arguments =
                proof.running().arguments().isEmpty() ? USUAL : proof.running().arguments();
        proof.stage().accept("starting " + one.output());
        String call = one.identity().assembly() + " " + String.join(" ", arguments);
        rows.add(new ProgramComparison(
                        "run " + call,
                        line -> MODULE.matcher(line.replace(
                                                proof.scratch()
                                                        .resolve("before")
                                                        .toString(),
                                                "")
                                        .replace(
                                                proof.scratch().resolve("after").toString(), ""))
                                .replaceAll("<module>"),
                        true)
                .compare(
                        number -> result(mono.get(), before, arguments, "before-" + number),
                        number -> result(mono.get(), after, arguments, "after-" + number),
                        output -> "")
                .row());
    }

    private ProgramResult result(Path mono, Path program, List<String> arguments, String name) throws IOException {
        List<String> command = new ArrayList<>(List.of(mono.toString(), program.toString()));
        command.addAll(arguments);
        Path log = logs.resolve("run-" + program.getFileName() + "-" + name + ".log");
        return ProgramResult.of(ToolRun.of(command, program.getParent(), Map.of(), log, LIMIT));
    }
}

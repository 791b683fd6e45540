package dev.pfeiler;

import dev.pfeiler.conversion.EditableText;
import dev.pfeiler.conversion.Step;
import dev.pfeiler.ecosystem.*;
import dev.pfeiler.evidence.*;
import dev.pfeiler.fresh.Blueprint;
import dev.pfeiler.process.Environment;
import dev.pfeiler.process.ToolRun;
import dev.pfeiler.proof.*;
import dev.pfeiler.proposal.*;
import dev.pfeiler.tree.*;
import java.io.IOException;
import java.time.Duration;
import java.util.*;

/**
 * The smallest ecosystem there can be. Sources are files with one line that end in {@code .toy}; {@code order.txt} says in
 * which order a person used to join them; the build tool is a shell script that joins what {@code toy.list} names. A line
 * {@code use glue 2} there declares a package, and {@code # joiner 1} names the tool and the level.
 */
record ToyEcosystem(String id, String title, Set<String> extensions, List<Target> targets) implements Ecosystem {
    private static final String WIRING = "order.txt";
    private static final String DESCRIPTOR = "toy.list";
    private static final String JOIN =
            "mkdir -p joined; grep -v '^#\\|^use' toy.list | xargs cat > joined/all; cat joined/all";

    ToyEcosystem() {
        this(
                "toy",
                "Toy",
                Set.of("toy"),
                List.of(new ToyTarget("joiner", "Joiner"), new ToyTarget("stapler", "Stapler")));
    }

    @Override
    public List<Part> parts(ProjectTree tree) {
        List<TreeFile> sources =
                tree.files().stream().filter(f -> f.extension().equals("toy")).toList();
        if (sources.isEmpty()) return List.of();
        String folder = Paths.common(
                sources.stream().map(file -> Paths.parent(file.path())).toList());
        Optional<Managed> managed = tree.has(Paths.join(folder, DESCRIPTOR))
                ? Optional.of(Managed.by(targets().get(0), DESCRIPTOR))
                : Optional.empty();
        Part.Claim claim = tree.has(Paths.join(folder, WIRING)) ? Part.Claim.WIRED : Part.Claim.SOURCES;
        return List.of(new Part(folder, claim, managed, sources.size()));
    }

    @Override
    public Reading read(ProjectTree part, Environment environment) {
        return new ToyReading(part);
    }

    @Override
    public Optional<Libraries> libraries() {
        return Optional.of(new ToyLibraries());
    }

    @Override
    public Optional<Creator> creator() {
        return Optional.of(new ToyCreator(List.of(new Creator.Language("toy", "Toy"))));
    }

    private static List<String> lines(ProjectTree tree, String path) {
        return tree.lines(tree.file(path).orElseThrow(), 1 << 16);
    }

    private record ToyReading(ProjectTree tree) implements Reading {
        List<String> sources() {
            return tree.files().stream()
                    .map(TreeFile::path)
                    .filter(path -> path.endsWith(".toy"))
                    .toList();
        }

        @Override
        public List<Finding> findings() {
            List<Evidence> evidence = List.of(Evidence.of(sources().get(0), ""));
            return List.of(Finding.of(Finding.Topic.LANGUAGES, "Toy", "toys", Certainty.CERTAIN, evidence));
        }

        @Override
        public PartProposal propose(String target, Deliberation deliberation, Surroundings around) {
            String level = deliberation.settle(Decision.of(
                    "level", "Line end", "1", Certainty.LIKELY, "one line each", List.of(Evidence.of(WIRING, ""))));
            List<Step> steps = new ArrayList<>();
            steps.add(new Step.Write(
                    DESCRIPTOR, String.join("\n", ordered()) + "\n# " + target + " " + level + "\n", "the list"));
            if (tree.has(WIRING)) steps.add(new Step.Retire(WIRING, "replaced by the list"));
            return new PartProposal(
                    deliberation.decisions(),
                    deliberation.questions(),
                    steps,
                    List.of(),
                    List.of(),
                    List.of("build list: complete"),
                    List.of(new Proposal.Command("build", target)),
                    List.of("/joined/"),
                    Map.of(),
                    List.of());
        }

        List<String> ordered() {
            return tree.has(WIRING) ? lines(tree, WIRING) : sources();
        }
    }

    private record ToyTarget(String id, String title) implements Target {
        @Override
        public Optional<ManagedBuild> read(ProjectTree project, Environment environment) {
            return project.has(DESCRIPTOR)
                    ? Optional.of(new ToyBuild(project, DESCRIPTOR, new ManagedBuild.Identity("", project.name(), "")))
                    : Optional.empty();
        }

        @Override
        public PartVerdict prove(ProofRequest request, Environment environment) throws IOException {
            ToolRun run = join(request);
            List<String> before = new ArrayList<>();
            for (String path : new ToyReading(request.old()).ordered()) before.addAll(lines(request.old(), path));
            List<Difference> differences = before.equals(run.output())
                    ? List.of()
                    : List.of(new Difference("all", Difference.Kind.CHANGED, ""));
            String subject = "joined by " + id + " at "
                    + request.decisions().of("level").orElseThrow().value();
            Comparison row =
                    new Comparison(subject, before.size() + "", run.output().size() + "", differences);
            return new PartVerdict(List.of(row), Optional.empty(), List.of(), request.log(), List.of());
        }

        @Override
        public PartVerdict proveManaged(ProofRequest request, Environment environment) throws IOException {
            return new ManagedProof(request, environment) {
                @Override
                protected Optional<PartVerdict.Failure> build() throws IOException {
                    done("join", join(request).output().size() + " lines");
                    return Optional.empty();
                }

                @Override
                protected void test() {}

                @Override
                protected void start() {
                    library();
                }
            }.run();
        }

        private static ToolRun join(ProofRequest request) throws IOException {
            return ToolRun.of(
                    List.of("sh", "-c", JOIN), request.converted(), Map.of(), request.log(), Duration.ofSeconds(10));
        }

        @Override
        public List<String> buildOutput(ProjectTree part, Set<String> descriptors) {
            return descriptors.contains(DESCRIPTOR) ? List.of("joined/**") : List.of();
        }
    }

    private record ToyBuild(ProjectTree tree, String descriptor, Identity identity) implements ManagedBuild {
        @Override
        public List<DeclaredPackage> declared() {
            List<DeclaredPackage> declared = new ArrayList<>();
            List<String> lines = lines(tree, DESCRIPTOR);
            for (int i = 0; i < lines.size(); i++) {
                if (!lines.get(i).startsWith("use ")) continue;
                PackageNotation notation = PackageNotation.parse(lines.get(i).substring(4), ' ');
                declared.add(new DeclaredPackage(
                        notation, "compile", Set.of(), new Evidence(DESCRIPTOR, i + 1, lines.get(i))));
            }
            return declared;
        }

        @Override
        public Map<String, Stated> settings() {
            String last = lines(tree, DESCRIPTOR).get(lines(tree, DESCRIPTOR).size() - 1);
            Stated level = new Stated(last.substring(last.length() - 1), Evidence.of(DESCRIPTOR, last));
            return Map.of(LEVEL, level);
        }

        @Override
        public Step.Edit declaring(List<Request> packages, String reason) {
            EditableText text = EditableText.require(tree, DESCRIPTOR);
            String content = text.content();
            for (Request each : packages)
                content =
                        "use " + each.notation().name() + " " + each.notation().version() + "\n" + content;
            return text.edit(content, reason);
        }
    }

    private static final class ToyLibraries implements Libraries {
        @Override
        public List<Found> find(ProjectTree tree, String name, boolean all, Environment environment) {
            return List.of(new Found(name, List.of("2", "1"), "compile", List.of("shelf"), List.of()));
        }

        @Override
        public PackageChoice choose(Project project, String name, Optional<String> scope, Environment environment) {
            if (project.build().declaration(name).isPresent())
                throw Refusal.notPossible(
                        name + " is already declared in " + DESCRIPTOR + ".", "There is nothing to add.");
            ManagedBuild.Request request = new ManagedBuild.Request(new PackageNotation(name, "2"), "");
            return new PackageChoice(request, name + " 2", "the newest release", List.of(), List.of(), List.of());
        }
    }

    private record ToyCreator(List<Language> languages) implements Creator {
        @Override
        public PreferredTarget preferred(Environment environment) {
            return new PreferredTarget("joiner", "the usual build tool for toys", List.of());
        }

        @Override
        public char separator() {
            return ' ';
        }

        @Override
        public Session session(String target, Deliberation deliberation, Environment environment) {
            return new ToySession(target);
        }

        @Override
        public boolean isLevel(String language, String text) {
            return text.equals("1");
        }

        @Override
        public boolean isSource(String language, String path) {
            return path.endsWith(".toy");
        }
    }

    private record ToySession(String target) implements Creator.Session {
        @Override
        public Creator.Level level(String language) {
            return new Creator.Level("1", "one line each");
        }

        @Override
        public Creator.Build build(Blueprint blueprint) {
            String list = "main.toy\n# " + target + " 1\n";
            List<Proposal.Command> commands = List.of(new Proposal.Command("build", target));
            return new Creator.Build(
                    DESCRIPTOR, new TreeMap<>(Map.of(DESCRIPTOR, list)), commands, List.of("/joined/"));
        }
    }
}

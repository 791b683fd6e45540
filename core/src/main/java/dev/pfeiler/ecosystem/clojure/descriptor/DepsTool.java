package dev.pfeiler.ecosystem.clojure.descriptor;

import dev.pfeiler.ecosystem.ManagedBuild;
import dev.pfeiler.ecosystem.clojure.decision.ResolutionRules;
import dev.pfeiler.ecosystem.clojure.model.ClojureBuild;
import dev.pfeiler.ecosystem.clojure.model.Dependency;
import dev.pfeiler.ecosystem.clojure.model.Dependency.Scope;
import dev.pfeiler.ecosystem.clojure.model.PageCompilation;
import dev.pfeiler.ecosystem.clojure.source.FormText;
import dev.pfeiler.proposal.Proposal;
import dev.pfeiler.tree.ProjectTree;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** The Clojure command line and {@code deps.edn}. Source: the reference of deps and its command line. */
final class DepsTool implements ClojureTool {
    static final String DESCRIPTOR = "deps.edn";

    @Override
    public String id() {
        return "deps";
    }

    @Override
    public String title() {
        return "deps.edn";
    }

    @Override
    public String program() {
        return "clojure";
    }

    @Override
    public String descriptor() {
        return DESCRIPTOR;
    }

    @Override
    public ResolutionRules rules() {
        return ResolutionRules.HIGHEST;
    }

    @Override
    public boolean takesJarsInPlace() {
        return true;
    }

    @Override
    public boolean makesArchive() {
        return false;
    }

    @Override
    public boolean needsProgram() {
        return false;
    }

    @Override
    public boolean compilesJava() {
        return false;
    }

    @Override
    public String classPath(ClojureBuild build) {
        String aliases = aliases(build).entrySet().stream()
                .filter(one -> one.getValue().keySet().stream().anyMatch(key -> key.startsWith(":extra-")))
                .map(Map.Entry::getKey)
                .collect(Collectors.joining());
        return "clojure -Spath" + (aliases.isEmpty() ? "" : " -A" + aliases);
    }

    @Override
    public String write(ClojureBuild build) {
        Map<String, String> entries = new LinkedHashMap<>();
        List<String> paths = Stream.concat(build.folders().sources().stream(), build.folders().resources().stream())
                .toList();
        entries.put(":paths", strings(paths));
        entries.put(":deps", dependencies(build.dependencies(Scope.MAIN).toList(), " :deps {".length()));
        Map<String, Map<String, String>> aliases = aliases(build);
        if (!aliases.isEmpty())
            entries.put(
                    ":aliases",
                    aliases.entrySet().stream()
                            .map(one -> one.getKey() + " "
                                    + map(one.getValue(), 2 + one.getKey().length() + 1))
                            .collect(Collectors.joining("\n  ", "\n {", "}")));
        StringBuilder text = new StringBuilder("{");
        entries.forEach((key, value) -> {
            if (text.length() > 1) text.append("\n ");
            text.append(key).append(value.startsWith("\n") ? "" : " ").append(value);
        });
        return text.append("}\n").toString();
    }

    private static Map<String, Map<String, String>> aliases(ClojureBuild build) {
        Map<String, Map<String, String>> aliases = new LinkedHashMap<>();
        List<Dependency> tests = build.dependencies(Scope.TEST).toList();
        List<Dependency> provided = build.dependencies(Scope.PROVIDED).toList();
        if (!build.folders().tests().isEmpty() || !tests.isEmpty()) {
            Map<String, String> test = new LinkedHashMap<>();
            test.put(":extra-paths", strings(build.folders().tests()));
            if (!tests.isEmpty()) test.put(":extra-deps", dependencies(tests, " {:test {:extra-deps {".length()));
            if (!build.tests().isEmpty()) test.put(":main-opts", strings(List.of("-e", tests(build.tests()))));
            aliases.put(":test", test);
        }
        build.main().ifPresent(main -> {
            Map<String, String> run = new LinkedHashMap<>();
            if (!build.options().isEmpty()) run.put(":jvm-opts", strings(build.options()));
            run.put(":main-opts", strings(List.of("-m", main)));
            aliases.put(":run", run);
        });
        if (!build.compiled().isEmpty()) {
            Map<String, String> compile = new LinkedHashMap<>();
            compile.put(":extra-paths", strings(List.of("classes")));
            String all = build.compiled().stream()
                    .map(name -> "(compile '" + name + ")")
                    .collect(Collectors.joining(" "));
            compile.put(":main-opts", strings(List.of("-e", "(.mkdirs (java.io.File. \"classes\")) " + all)));
            aliases.put(":compile", compile);
        }
        for (PageCompilation page : build.pages()) {
            Map<String, String> alias = new LinkedHashMap<>();
            String name = ":" + page.name();
            if (!provided.isEmpty())
                alias.put(":extra-deps", dependencies(provided, (" {" + name + " {:extra-deps {").length()));
            alias.put(":main-opts", strings(page.arguments()));
            aliases.put(name, alias);
        }
        if (build.pages().isEmpty() && !provided.isEmpty())
            aliases.put(
                    ":provided", Map.of(":extra-deps", dependencies(provided, " {:provided {:extra-deps {".length())));
        return aliases;
    }

    /** An expression that runs tests and ends with an exit code. */
    static String tests(List<String> namespaces) {
        String quoted = namespaces.stream().map(name -> "'" + name).collect(Collectors.joining(" "));
        return "(require " + quoted + ") (let [{:keys [fail error]} (clojure.test/run-tests " + quoted
                + ")] (System/exit (+ fail error)))";
    }

    private static String map(Map<String, String> entries, int column) {
        return entries.entrySet().stream()
                .map(one -> one.getKey() + " " + one.getValue())
                .collect(Collectors.joining("\n" + " ".repeat(column + 1), "{", "}"));
    }

    private static String dependencies(List<Dependency> all, int column) {
        return all.stream().map(DepsTool::dependency).collect(Collectors.joining("\n" + " ".repeat(column), "{", "}"));
    }

    private static String dependency(Dependency one) {
        String excluded =
                one.excluded().isEmpty() ? "" : " :exclusions [" + String.join(" ", one.excludedSymbols(false)) + "]";
        String coordinate = one.local()
                .map(path -> ":local/root " + FormText.string(path))
                .orElseGet(() ->
                        ":mvn/version " + FormText.string(one.coordinates().version()));
        String classifier = one.coordinates().classifier().isEmpty()
                ? ""
                : "$" + one.coordinates().classifier();
        return one.symbol(false) + classifier + " {" + coordinate + excluded + "}";
    }

    private static String strings(List<String> words) {
        return words.stream().map(FormText::string).collect(Collectors.joining(" ", "[", "]"));
    }

    @Override
    public Optional<ManagedBuild> read(ProjectTree tree) {
        return DepsBuild.read(tree);
    }

    @Override
    public List<Proposal.Command> commands(ClojureBuild build) {
        List<Proposal.Command> commands = new ArrayList<>();
        if (!build.tests().isEmpty()) commands.add(new Proposal.Command("test", "clojure -M:test"));
        if (!build.compiled().isEmpty()) commands.add(new Proposal.Command("make the classes", "clojure -M:compile"));
        build.pages()
                .forEach(page -> commands.add(new Proposal.Command("compile the page", "clojure -M:" + page.name())));
        if (build.main().isPresent()) commands.add(new Proposal.Command("run it", "clojure -M:run"));
        if (commands.isEmpty()) commands.add(new Proposal.Command("start a prompt", "clojure -M -r"));
        return commands;
    }

    @Override
    public List<String> ignored(ClojureBuild build) {
        return build.compiled().isEmpty() ? List.of(".cpcache/") : List.of(".cpcache/", "classes/");
    }
}

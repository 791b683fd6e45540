package dev.pfeiler.ecosystem.clojure.decision;

import dev.pfeiler.artifact.identity.Identification;
import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.artifact.repository.Repositories;
import dev.pfeiler.ecosystem.clojure.decision.SourceRoles.Role;
import dev.pfeiler.ecosystem.clojure.model.ClojureBuild;
import dev.pfeiler.ecosystem.clojure.model.Dependency;
import dev.pfeiler.ecosystem.clojure.model.PageCompilation;
import dev.pfeiler.ecosystem.clojure.project.ClojureCall;
import dev.pfeiler.ecosystem.clojure.project.ClojureProject;
import dev.pfeiler.ecosystem.clojure.project.PageBuild;
import dev.pfeiler.ecosystem.clojure.source.Form;
import dev.pfeiler.ecosystem.clojure.source.FormReader;
import dev.pfeiler.ecosystem.clojure.source.FormText;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.proposal.Choosable;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.Deliberation;
import dev.pfeiler.proposal.ProjectTexts;
import dev.pfeiler.tree.Paths;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Leads from a project and choices to what is decided about it. */
public final class ClojureDecider {
    /** The first release of ClojureScript with a program of its own. Source: its changes file. */
    private static final int WITH_PROGRAM = 10;

    private static final Pattern CALLED_MAIN = Pattern.compile("\\(([\\w.*+!?<>=-]+)/-main\\b");
    private static final Pattern COMPILED = Pattern.compile("\\(compile '([\\w.*+!?<>=-]+)");

    private final ClojureProject project;
    private final Deliberation deliberation;
    private final Repositories repositories;
    private final ResolutionRules rules;
    private final SourceRoles roles;
    private final List<Finding> left = new ArrayList<>();
    private final Map<String, String> written = new LinkedHashMap<>();
    private final List<PageBuild> replaced = new ArrayList<>();

    public ClojureDecider(
            ClojureProject project, Deliberation deliberation, Repositories repositories, ResolutionRules rules) {
        this.project = project;
        this.deliberation = deliberation;
        this.repositories = repositories;
        this.rules = rules;
        this.roles = new SourceRoles(project);
    }

    public ClojureDecisions decide() {
        String description = ProjectTexts.description(project.tree(), deliberation);
        String license = ProjectTexts.license(project.tree())
                .map(one -> deliberation.settle(Decision.of(
                        "license",
                        "License",
                        one.getKey(),
                        Certainty.CERTAIN,
                        "the text of the license file",
                        List.of(one.getValue()))))
                .filter(id -> !id.equals(Choosable.WITHOUT))
                .orElse("");
        Coordinates own = new ProjectName(project, roles, deliberation).coordinates();
        LayoutDecision layout = new LayoutDecision(project, roles, deliberation);
        left.addAll(layout.left());
        DependencyPlan plan = new DependencyPlan(
                project,
                new Identification(project.tree(), repositories).of(project.jars()),
                roles,
                deliberation,
                repositories,
                rules,
                own.group());
        List<Dependency> dependencies = new ArrayList<>(plan.declared());
        MissingNamespaces missing = new MissingNamespaces(project, roles, deliberation, repositories);
        for (Dependency one : missing.dependencies())
            if (dependencies.stream().noneMatch(other -> other.symbol(false).equals(one.symbol(false))))
                dependencies.add(one.symbol(false).equals("org.clojure/clojure") ? 0 : dependencies.size(), one);
        left.addAll(missing.left());
        Optional<String> main = main();
        List<String> compiled = compiled();
        List<PageCompilation> pages = pages(dependencies);
        ClojureBuild build = new ClojureBuild(
                own,
                new ClojureBuild.Texts(description, license),
                dependencies,
                layout.folders(),
                roles.tests(),
                main,
                compiled,
                options(main),
                globals(),
                pages);
        Map<String, String> moved = layout.moved();
        replaced.forEach(one -> moved.remove(one.script()));
        return new ClojureDecisions(build, moved, plan.retired(), plan.kept(), written, replaced, left);
    }

    private Optional<String> main() {
        Map<String, Evidence> called = new LinkedHashMap<>();
        for (ClojureCall call : project.calls()) {
            if (call.tests()) continue;
            call.action()
                    .namespace()
                    .filter(name -> call.main().equals(ClojureCall.CLOJURE))
                    .filter(this::isMain)
                    .ifPresent(name -> called.putIfAbsent(name, call.evidence()));
            for (String text : call.action().expressions()) {
                Matcher matcher = CALLED_MAIN.matcher(text);
                if (matcher.find() && isMain(matcher.group(1))) called.putIfAbsent(matcher.group(1), call.evidence());
            }
            roles.sources(Role.MAIN)
                    .filter(source -> source.compiled()
                            .filter(name -> className(name).equals(call.main()))
                            .isPresent())
                    .forEach(source -> called.putIfAbsent(source.name(), call.evidence()));
        }
        Map<String, Evidence> defined = new LinkedHashMap<>();
        roles.sources(Role.MAIN)
                .filter(source -> source.definesMain() && source.dialect().runsOnJvm())
                .forEach(source -> source.namespace().ifPresent(one -> defined.put(one.name(), one.evidence())));
        boolean byCall = !called.isEmpty();
        Map<String, Evidence> found = byCall ? called : defined;
        if (found.isEmpty()) return Optional.empty();
        String first = found.keySet().iterator().next();
        List<Decision.Alternative> others = defined.keySet().stream()
                .filter(name -> !name.equals(first))
                .map(name -> new Decision.Alternative(name, "has a -main function, too"))
                .toList();
        String standing = deliberation.settle(Decision.of(
                        "main",
                        "Main namespace",
                        first,
                        byCall || found.size() == 1 ? Certainty.CERTAIN : Certainty.LIKELY,
                        byCall ? "a script starts it" : "has a -main function",
                        List.of(found.get(first)))
                .turningDown(others));
        return standing.equals(Choosable.WITHOUT) ? Optional.empty() : Optional.of(standing);
    }

    private boolean isMain(String namespace) {
        return roles.sources(Role.MAIN).anyMatch(source -> source.name().equals(namespace));
    }

    private static String className(String namespace) {
        return namespace.replace('-', '_');
    }

    /** Namespaces that the old wiring makes classes of. */
    private List<String> compiled() {
        Map<String, Evidence> found = new LinkedHashMap<>();
        for (ClojureCall call : project.calls()) {
            if (call.main().equals(ClojureCall.COMPILER))
                call.action().arguments().forEach(name -> found.putIfAbsent(name, call.evidence()));
            for (String text : call.action().expressions()) {
                Matcher matcher = COMPILED.matcher(text);
                while (matcher.find()) found.putIfAbsent(matcher.group(1), call.evidence());
            }
        }
        roles.sources(Role.MAIN).filter(source -> source.compiled().isPresent()).forEach(source -> source.namespace()
                .ifPresent(one -> found.putIfAbsent(one.name(), one.evidence())));
        found.keySet().removeIf(name -> !isMain(name));
        if (found.isEmpty()) return List.of();
        String standing = deliberation.settle(Decision.of(
                "compiled",
                "Compiled namespaces",
                String.join(" ", found.keySet()),
                Certainty.CERTAIN,
                "classes are made of them",
                List.copyOf(found.values())));
        return standing.equals(Choosable.WITHOUT) ? List.of() : List.of(standing.split("[ ,]+"));
    }

    /** Options of the virtual machine with which a script starts the program. */
    private List<String> options(Optional<String> main) {
        for (ClojureCall call : project.calls()) {
            boolean starts = !call.tests()
                    && (call.action().namespace().equals(main) && main.isPresent()
                            || main.filter(name -> className(name).equals(call.main())
                                            || call.action().expressions().stream()
                                                    .anyMatch(text -> text.contains(name + "/-main")))
                                    .isPresent());
            List<String> options = call.options().stream()
                    .filter(option -> !option.startsWith("-Dclojure.compile.path"))
                    .toList();
            if (!starts || options.isEmpty()) continue;
            String standing = deliberation.settle(Decision.of(
                    "options",
                    "Options of the virtual machine",
                    String.join(" ", options),
                    Certainty.CERTAIN,
                    "a script starts the program with them",
                    List.of(call.evidence())));
            return standing.equals(Choosable.WITHOUT) ? List.of() : List.of(standing.split(" +"));
        }
        return List.of();
    }

    /** Settings of the compiler that scripts state for the whole program. */
    private Map<String, String> globals() {
        Map<String, String> globals = new LinkedHashMap<>();
        for (ClojureCall call : project.calls())
            for (String text : call.action().expressions())
                try {
                    FormReader.read(text).stream()
                            .filter(form ->
                                    form.head().equals("set!") && form.parts().size() == 3)
                            .forEach(form -> globals.putIfAbsent(
                                    form.parts().get(1).text(),
                                    FormText.of(form.parts().get(2))));
                } catch (FormReader.Malformed e) {
                    left.add(Finding.trouble(call.script(), "has an expression that cannot be read", call.evidence()));
                }
        return globals;
    }

    private List<PageCompilation> pages(List<Dependency> dependencies) {
        boolean program = dependencies.stream()
                .map(Dependency::coordinates)
                .filter(one -> one.key().equals("org.clojure:clojurescript"))
                .anyMatch(one -> hasProgram(one.version()));
        List<PageCompilation> pages = new ArrayList<>();
        Set<String> scripts = new LinkedHashSet<>();
        for (PageBuild one : project.pages()) {
            String name = project.pages().size() == 1
                    ? "page"
                    : "page-" + Paths.stem(one.option("output-to").orElse(one.script()));
            Optional<String> namespace = one.option("main");
            boolean plain = program && one.only() && namespace.isPresent() && FormText.isData(one.options());
            String file = ClojureDecisions.options(one);
            String how = deliberation.settle(
                    Decision.of(
                            "page:" + one.script(),
                            "Page compiled by " + Paths.name(one.script()),
                            plain ? "options" : "script",
                            Certainty.LIKELY,
                            plain
                                    ? "it does nothing but call the compiler: options in " + file
                                    : "it does more than call the compiler with literal options; it is run as it is",
                            List.of(one.evidence())),
                    text -> Set.of("options", "script").contains(text.strip())
                                    && (plain || text.strip().equals("script"))
                            ? Optional.of(text.strip())
                            : Optional.empty());
            if (how.equals("options")) {
                written.put(file, options(one.options()));
                replaced.add(one);
                pages.add(new PageCompilation(name, "", file, namespace.orElseThrow()));
            } else if (scripts.add(one.script())) pages.add(new PageCompilation(name, one.script(), "", ""));
        }
        return pages;
    }

    /** The same options for the compiler's own program, which would connect the page to a prompt otherwise. */
    private static String options(Form map) {
        String text = FormText.lines(map);
        boolean plain = map.value("optimizations")
                .map(Form::text)
                .filter(level -> !level.equals("none"))
                .isEmpty();
        if (plain && map.value("browser-repl").isEmpty())
            text = text.substring(0, text.length() - 1) + "\n :browser-repl false}";
        return text + "\n";
    }

    private static boolean hasProgram(String version) {
        Matcher matcher = Pattern.compile("1\\.(\\d+)\\..*").matcher(version);
        return matcher.matches() && Integer.parseInt(matcher.group(1)) >= WITH_PROGRAM;
    }
}

package dev.pfeiler.ecosystem.node.decision;

import com.fasterxml.jackson.databind.JsonNode;
import dev.pfeiler.ecosystem.node.library.Identification;
import dev.pfeiler.ecosystem.node.library.InstalledPackages;
import dev.pfeiler.ecosystem.node.model.CompilerConfig;
import dev.pfeiler.ecosystem.node.model.Dependencies;
import dev.pfeiler.ecosystem.node.model.Dependencies.Section;
import dev.pfeiler.ecosystem.node.project.NodeProject;
import dev.pfeiler.ecosystem.node.project.Roles;
import dev.pfeiler.ecosystem.node.registry.Manifest;
import dev.pfeiler.ecosystem.node.registry.PackageName;
import dev.pfeiler.ecosystem.node.registry.Registry;
import dev.pfeiler.ecosystem.node.source.Import;
import dev.pfeiler.ecosystem.node.source.Script;
import dev.pfeiler.ecosystem.node.wiring.Call;
import dev.pfeiler.ecosystem.node.wiring.CallScript;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.proposal.Choosable;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.Deliberation;
import dev.pfeiler.proposal.Question;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.semver4j.Semver;

/** Decides which packages the project declares, in which versions, and for what. */
final class PackageDecisions {
    private static final Pattern OTHER_SOURCE = Pattern.compile("(file|npm|git|https?|github):.*|git\\+.*");
    private static final Pattern RANGE = Pattern.compile("[~^]?\\d[\\w.+-]*|[<>=~^\\d][\\w.<>=~^| +-]*");

    private static final Pattern BABEL_OPTION = Pattern.compile("--(preset|plugin)s(?:=(.+))?");

    private static final String GROUP = "Packages";
    private static final Pattern QUOTED = Pattern.compile("(['\"])((?:@[\\w.-]+/)?[a-z][\\w.-]*)\\1");
    /** Where Express is told which engine renders templates. Source: its documentation, {@code app.set}. */
    private static final Pattern VIEW_ENGINE =
            Pattern.compile("\\.set\\(\\s*['\"]view engine['\"]\\s*,\\s*['\"]([a-z][\\w-]*)['\"]");

    private final NodeProject project;
    private final Deliberation deliberation;
    private final Registry registry;
    private final VersionChoice versions;
    private final String own;
    private final StatedVersions stated;
    private Dependencies dependencies = Dependencies.NONE;
    private final List<Finding> left = new ArrayList<>();

    /** @param own the project's own name, which it may import itself by */
    PackageDecisions(
            NodeProject project, Deliberation deliberation, Registry registry, VersionChoice versions, String own) {
        this.project = project;
        this.deliberation = deliberation;
        this.registry = registry;
        this.versions = versions;
        this.own = own;
        this.stated = new StatedVersions(project);
    }

    /** Packages that sources import or scripts call. */
    Dependencies used() {
        imported();
        called();
        mentioned();
        return dependencies;
    }

    /** What no registry has, and copies that were changed. */
    List<Finding> left() {
        return left;
    }

    /** The uses of one package. */
    private static final class Uses {
        private final List<VersionChoice.Use> uses = new ArrayList<>();
        private final List<Evidence> places = new ArrayList<>();
        private boolean product;
        private boolean guarded = true;
        private boolean loaded;

        void add(Script script, Import statement, boolean reached) {
            loaded |= reached;
            boolean required = statement.form() == Import.Form.REQUIRE || statement.form() == Import.Form.REFERENCE;
            uses.add(new VersionChoice.Use(statement, required, script.typed()));
            if (Roles.isProduct(script.path()) && !product) {
                product = true;
                places.add(0, statement.evidence());
            } else if (places.size() < 3) {
                places.add(statement.evidence());
            }
            guarded &= statement.guarded();
        }

        Section section() {
            return !product ? Section.DEVELOPMENT : guarded ? Section.OPTIONAL : Section.RUNTIME;
        }
    }

    /** The packages that the sources name. */
    private void imported() {
        Map<String, Uses> used = new TreeMap<>();
        Set<String> reached = project.reached();
        for (Script script : project.scripts().values())
            for (Import statement : script.imports())
                PackageName.of(statement.specifier())
                        .filter(name -> !name.equals(own) && !project.own().has(script, statement))
                        .ifPresent(name -> used.computeIfAbsent(name, n -> new Uses())
                                .add(script, statement, reached.contains(script.path())));
        if (used.containsKey("express")) engines(used, reached);
        used.forEach((name, uses) -> {
            boolean absent = project.installed().present()
                    && project.installed().of(name).isEmpty();
            if (absent && (!uses.loaded || uses.guarded)) {
                unused(name, uses);
                return;
            }
            Optional<VersionChoice.Chosen> found = versions.of(name, uses.uses);
            Optional<VersionChoice.Chosen> chosen = found.filter(one -> one.certainty() != Certainty.GUESS)
                    .or(() -> stated(name, ""))
                    .or(() -> found);
            if (chosen.isEmpty()) unknown(name, uses);
            else if (chosen.get().certainty() == Certainty.GUESS) unversioned(name, uses, chosen.get());
            else declare(uses.section(), name, chosen.get(), uses.places);
        });
    }

    /** Engines for templates, which a framework loads by their names. */
    private void engines(Map<String, Uses> used, Set<String> reached) {
        for (Script script : project.scripts().values()) {
            Matcher engine = VIEW_ENGINE.matcher(script.content());
            while (engine.find()) {
                Evidence evidence = Evidence.at(script.path(), script.content(), engine.start());
                Import statement = new Import(
                        Import.Form.REQUIRE,
                        engine.group(1),
                        List.of("*"),
                        false,
                        engine.start(1),
                        engine.end(1),
                        evidence);
                used.computeIfAbsent(engine.group(1), n -> new Uses())
                        .add(script, statement, reached.contains(script.path()));
            }
        }
    }

    /** Packages that somebody installed for themselves, and that the product names in a text: another loads them by it. */
    private void mentioned() {
        Map<String, Evidence> named = new TreeMap<>();
        for (Script script : project.products()) {
            Matcher quoted = QUOTED.matcher(script.content());
            while (quoted.find()) {
                String name = quoted.group(2);
                boolean open = !named.containsKey(name)
                        && dependencies.section(name).isEmpty()
                        && project.installed().of(name).isPresent();
                if (open) named.put(name, Evidence.at(script.path(), script.content(), quoted.start()));
            }
        }
        if (named.isEmpty()) return;
        named.keySet().retainAll(project.installed().roots());
        named.forEach((name, evidence) -> versions.of(name, List.of())
                .ifPresent(chosen -> declare(Section.RUNTIME, name, chosen, List.of(evidence))));
    }

    /** A package of which nothing in the project states a version: nothing says either that it is the one meant. */
    private void unversioned(String name, Uses uses, VersionChoice.Chosen newest) {
        Optional<String> folder = project.own().folder(name);
        if (folder.isEmpty()) {
            String text = "Nothing in it states one; " + newest.range() + " is " + newest.reason() + ".";
            asked(name, uses, text, Optional.of(newest.range()), newest.manifest());
            return;
        }
        String why = "is the name of the folder " + folder.get()
                + "; the registry's package of that name may be another one";
        List<Decision.Alternative> others = List.of(new Decision.Alternative(newest.range(), newest.reason()));
        boolean refused = refused(name, uses, why, others, newest.manifest());
        if (refused) leave(name, uses, "is imported and is the name of a folder; not declared");
    }

    /** A package that is not there although others are, of a source that nothing loads. */
    private void unused(String name, Uses uses) {
        String why = uses.guarded
                ? "is not in node_modules; optional (the import is guarded)"
                : "is not in node_modules, and nothing loads the source that imports it";
        refused(name, uses, why, List.of(), Manifest.NONE);
    }

    private void unknown(String name, Uses uses) {
        if (registry.isUnreachable()) {
            asked(name, uses, "No registry can be asked.", Optional.empty(), Manifest.NONE);
            return;
        }
        boolean refused = refused(name, uses, "no registry has a package of this name", List.of(), Manifest.NONE);
        if (refused) leave(name, uses, "is imported, but no registry has it; not declared");
    }

    /** Asks for the version of a package, and declares it. */
    private void asked(String name, Uses uses, String why, Optional<String> usual, Manifest manifest) {
        Question question =
                new Question(key(name), "Which version of " + name + " does the project use? " + why, usual, List.of());
        String range = deliberation.ask(question, name, GROUP, uses.places, PackageDecisions::range);
        if (!range.isEmpty() && !range.equals(Choosable.WITHOUT))
            dependencies = dependencies.with(uses.section(), name, range, manifest);
    }

    /** Proposes to do without a package; declares it if the user does not. Whether it is left out. */
    private boolean refused(String name, Uses uses, String why, List<Decision.Alternative> others, Manifest manifest) {
        String standing = deliberation.settle(
                Decision.of(key(name), name, Choosable.WITHOUT, Certainty.LIKELY, why, uses.places)
                        .in(GROUP)
                        .turningDown(others),
                PackageDecisions::range);
        if (standing.equals(Choosable.WITHOUT)) return true;
        dependencies = dependencies.with(uses.section(), name, standing, manifest);
        return false;
    }

    private void leave(String name, Uses uses, String fact) {
        if (!uses.guarded) left.add(Finding.trouble(name, fact, uses.places.toArray(Evidence[]::new)));
    }

    private static String key(String name) {
        return "package:" + name;
    }

    private static Optional<String> range(String text) {
        String plain = text.strip();
        boolean valid = plain.equals(Choosable.WITHOUT)
                || OTHER_SOURCE.matcher(plain).matches()
                || Manifest.firstOf(plain).isPresent()
                || Semver.isValid(plain)
                || RANGE.matcher(plain).matches();
        return Optional.of(plain).filter(one -> valid && !one.isEmpty());
    }

    /** Declares a package, unless the user does without it. */
    void declare(Section section, String name, VersionChoice.Chosen chosen, List<Evidence> places) {
        if (dependencies.section(name).isPresent()
                && dependencies.section(name).get().compareTo(section) <= 0) return;
        List<Evidence> evidence = new ArrayList<>(chosen.evidence());
        evidence.addAll(places);
        String purpose =
                switch (section) {
                    case RUNTIME -> "needed at run time";
                    case OPTIONAL -> "optional (the import is guarded)";
                    case DEVELOPMENT -> "needed by tests or the build alone";
                };
        String standing = deliberation.settle(
                Decision.of(
                                key(name),
                                name,
                                chosen.range(),
                                chosen.certainty(),
                                chosen.reason() + "; " + purpose,
                                evidence)
                        .in(GROUP),
                PackageDecisions::range);
        if (standing.equals(Choosable.WITHOUT)) return;
        dependencies = dependencies.with(section, name, standing, chosen.manifest());
    }

    /** The programs that scripts call. */
    private void called() {
        project.calls().stream().flatMap(script -> script.calls().stream()).forEach(this::called);
        babel();
        project.tree().files().stream()
                .filter(file ->
                        !file.path().contains("/") && !Roles.runner(file.path()).isEmpty())
                .forEach(file -> {
                    String program = Roles.runner(file.path()).split(" ")[0];
                    CallScript.packageOf(program)
                            .ifPresent(name ->
                                    tool(name, Evidence.of(file.path(), ""), "its configuration is in the project"));
                });
    }

    private void called(Call call) {
        CallScript.packageOf(call.tool())
                .filter(name -> !name.equals("typescript"))
                .ifPresent(name -> tool(name, call.evidence(), "called by a script"));
        passed(call);
        copied(call);
    }

    /** Presets and plug-ins that a script passes to Babel, which needs its core with them. */
    private void passed(Call call) {
        if (!call.tool().equals("babel")) return;
        tool("@babel/core", call.evidence(), "required by the compiler that a script calls");
        for (int i = 0; i < call.arguments().size(); i++) {
            Matcher option = BABEL_OPTION.matcher(call.arguments().get(i));
            if (!option.matches()) continue;
            boolean within = option.group(2) != null;
            if (!within && i + 1 == call.arguments().size()) continue;
            String names = within ? option.group(2) : call.arguments().get(i + 1);
            for (String name : names.split(","))
                babelName(option.group(1), name.strip())
                        .ifPresent(one -> tool(one, call.evidence(), "passed to the compiler by a script"));
        }
    }

    /** Packages whose files a script takes out of the folder of packages. */
    private void copied(Call call) {
        for (String word : call.arguments())
            if (word.startsWith(InstalledPackages.FOLDER + "/"))
                PackageName.of(word.substring(InstalledPackages.FOLDER.length() + 1))
                        .filter(name -> !name.startsWith("."))
                        .ifPresent(name -> tool(name, call.evidence(), "copied by a script"));
    }

    /** What a configuration file of Babel names. Source: the Babel documentation, name normalization. */
    private void babel() {
        for (String file : List.of(".babelrc", ".babelrc.json", "babel.config.json")) {
            if (!project.tree().has(file)) continue;
            try {
                String text = project.tree().text(file).content();
                JsonNode root = CompilerConfig.LENIENT.readTree(text);
                List<String> names = new ArrayList<>();
                for (String kind : List.of("preset", "plugin"))
                    root.path(kind + "s").forEach(one -> babelName(
                                    kind, one.isArray() ? one.path(0).asText() : one.asText())
                            .ifPresent(names::add));
                if (names.stream().anyMatch(name -> name.startsWith("@babel/"))) names.add(0, "@babel/core");
                for (String name : names) tool(name, Evidence.of(file, name), "referenced by its configuration");
            } catch (IOException e) {
                left.add(Finding.trouble(file, "cannot be read: " + e.getMessage()));
            }
        }
    }

    private static Optional<String> babelName(String kind, String written) {
        if (written.isEmpty() || written.startsWith(".") || written.startsWith("/")) return Optional.empty();
        if (written.startsWith("module:")) return Optional.of(written.substring("module:".length()));
        String prefix = "babel-" + kind + "-";
        if (written.startsWith("@babel/")) {
            String plain = written.substring("@babel/".length());
            return Optional.of("@babel/" + (plain.startsWith(kind + "-") ? plain : kind + "-" + plain));
        }
        return Optional.of(written.startsWith("@") || written.startsWith(prefix) ? written : prefix + written);
    }

    Dependencies tool(Dependencies before, String name, Evidence evidence, String reason) {
        dependencies = before;
        tool(name, evidence, reason);
        return dependencies;
    }

    private void tool(String name, Evidence evidence, String reason) {
        if (dependencies.section(name).isPresent()) return;
        stated(name, reason + "; ")
                .or(() -> versions.newestOf(
                        name, Optional.empty(), reason + "; the newest release, as no version is in the project"))
                .ifPresent(chosen -> declare(Section.DEVELOPMENT, name, chosen, List.of(evidence)));
    }

    /**
     * The version that a script, or a text beside it, states; the newest release of a major version if it states no more.
     *
     * @param before the reason why the package is needed at all; may be empty
     */
    private Optional<VersionChoice.Chosen> stated(String name, String before) {
        return stated.of(name).flatMap(one -> versions.exact(
                        name, one.release(), before + "the version that a script states", one.evidence())
                .or(() -> versions.newestOf(
                                name,
                                Optional.of(one.major()),
                                before + "the newest release of the major version that a script states")
                        .map(chosen -> chosen.at(one.evidence()))));
    }

    /**
     * The compiler, and types of packages that bring none.
     *
     * @param stated the version of the compiler that something states
     */
    Dependencies compiler(Dependencies before, Optional<RuntimeVersion> stated, List<Evidence> places) {
        dependencies = before;
        compiler(stated, places);
        return dependencies;
    }

    private void compiler(Optional<RuntimeVersion> stated, List<Evidence> places) {
        Optional<VersionChoice.Chosen> compiler = stated.flatMap(one -> versions.exact(
                        "typescript", one.release(), "the version that the script names", one.evidence()))
                .or(() -> versions.newestOf(
                        "typescript", Optional.of(5), "the latest major version that accepts existing settings"));
        compiler.ifPresent(chosen -> declare(Section.DEVELOPMENT, "typescript", chosen, places));
        for (String name : List.copyOf(dependencies.of(Section.RUNTIME).keySet())) types(name);
        for (String name : List.copyOf(dependencies.of(Section.DEVELOPMENT).keySet())) types(name);
        project.runtimeUse().ifPresent(place -> versions.newestOf(
                        "@types/node", Optional.of(versions.release()), "types of the runtime")
                .ifPresent(chosen -> declare(Section.DEVELOPMENT, "@types/node", chosen, List.of(place))));
    }

    private void types(String name) {
        boolean imported = project.scripts().values().stream()
                .flatMap(script -> script.imports().stream())
                .anyMatch(one ->
                        PackageName.of(one.specifier()).filter(name::equals).isPresent());
        Manifest manifest = dependencies.manifest(name);
        if (name.startsWith("@types/") || name.equals("typescript") || !imported || manifest.typed()) return;
        if (project.installed().of(name).isPresent() && hasTypes(name)) return;
        String types = PackageName.types(name);
        Optional<Integer> major =
                dependencies.range(name).flatMap(Manifest::firstOf).map(Semver::getMajor);
        versions.newestOf(types, major, "types of " + name + ", which brings none")
                .ifPresent(chosen -> declare(Section.DEVELOPMENT, types, chosen, List.of()));
    }

    private boolean hasTypes(String name) {
        return project.installed().files(name).has("index.d.ts");
    }

    /** Compares copied packages with the published ones. */
    void changedCopies(Dependencies declared, Identification identification) {
        for (Section section : Section.values())
            for (String name : declared.of(section).keySet())
                project.installed().of(name).ifPresent(manifest -> identification
                        .changes(project.installed(), name, manifest.version())
                        .filter(changed -> !changed.isEmpty())
                        .ifPresent(changed -> left.add(Finding.trouble(
                                name,
                                "was changed in node_modules: " + changed.size()
                                        + (changed.size() == 1 ? " file differs" : " files differ")
                                        + " from the published " + manifest.version()
                                        + "; npm ci replaces them, so keep a copy of " + changed.get(0),
                                Evidence.of("node_modules/" + name + "/" + changed.get(0), "")))));
    }
}

package dev.pfeiler.ecosystem.jvm.target.gradle;

import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.process.Environment;
import dev.pfeiler.proposal.Choosable;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.Deliberation;
import dev.pfeiler.tree.ProjectTree;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.slf4j.LoggerFactory;

/** Decides in which language the scripts are written, and for which release of Gradle. */
final class GradleOptions {
    static final String SCRIPT = "script";
    static final String VERSION = "gradle-version";
    private static final String WRAPPER = "gradle/wrapper/gradle-wrapper.properties";
    private static final Pattern DISTRIBUTION = Pattern.compile("gradle-(\\d[\\w.-]*?)-(?:bin|all)\\.zip");
    /** A library of an installation that has its version in its name. */
    private static final Pattern LIBRARY =
            Pattern.compile("gradle-(?:launcher|core|gradle-cli-main)-(\\d[\\w.-]*)\\.jar");

    private GradleOptions() {}

    static Dialect decide(Deliberation deliberation, ProjectTree tree, Environment environment) {
        boolean kotlinScripts =
                tree.files().stream().anyMatch(file -> file.path().endsWith(".gradle.kts"));
        String script = deliberation.settle(
                Decision.of(
                        SCRIPT,
                        "Script language",
                        (kotlinScripts ? ScriptSyntax.KOTLIN : ScriptSyntax.GROOVY).key(),
                        Certainty.LIKELY,
                        kotlinScripts ? "other scripts of the project are in it" : "every release of Gradle runs it",
                        List.of()),
                Choosable.oneOf(ScriptSyntax.GROOVY.key(), ScriptSyntax.KOTLIN.key()));
        ScriptSyntax syntax = script.equals(ScriptSyntax.KOTLIN.key()) ? ScriptSyntax.KOTLIN : ScriptSyntax.GROOVY;
        Decision proposed = version(syntax, tree, environment);
        String standing =
                deliberation.settle(proposed, text -> GradleVersion.parse(text).map(GradleVersion::text));
        GradleVersion version = GradleVersion.parse(standing).orElseThrow();
        if (syntax == ScriptSyntax.KOTLIN && !version.runsKotlinScripts())
            throw Refusal.usage(
                    "Gradle " + version + " does not run scripts in Kotlin.",
                    "Choose a later release with --choose " + VERSION + "=" + GradleVersion.NEWEST + ", or --choose "
                            + SCRIPT + "=" + ScriptSyntax.GROOVY.key() + ".");
        return new Dialect(syntax, version);
    }

    private static Decision version(ScriptSyntax syntax, ProjectTree tree, Environment environment) {
        Optional<Decision> wrapped = wrapper(tree);
        if (wrapped.isPresent()) return wrapped.get();
        Optional<Path> program = environment.program(GradleTarget.PROGRAM);
        Optional<GradleVersion> installed = program.flatMap(GradleOptions::installed);
        if (installed.isEmpty())
            return decision(GradleVersion.NEWEST, Certainty.LIKELY, "the newest that is known", List.of());
        List<Evidence> evidence = List.of(Evidence.of(program.get().toString(), ""));
        if (syntax == ScriptSyntax.KOTLIN && !installed.get().runsKotlinScripts())
            return decision(
                    GradleVersion.NEWEST,
                    Certainty.LIKELY,
                    "the installed " + installed.get() + " does not run scripts in Kotlin",
                    evidence);
        return decision(installed.get(), Certainty.CERTAIN, "the installed release", evidence);
    }

    private static Decision decision(
            GradleVersion version, Certainty certainty, String reason, List<Evidence> evidence) {
        return Decision.of(VERSION, "Gradle version", version.text(), certainty, reason, evidence);
    }

    /** The release that the project's own wrapper starts. */
    private static Optional<Decision> wrapper(ProjectTree tree) {
        if (!tree.has(WRAPPER)) return Optional.empty();
        String text;
        try {
            text = tree.text(WRAPPER).content();
        } catch (IOException e) {
            LoggerFactory.getLogger(GradleOptions.class).debug(WRAPPER, e);
            return Optional.empty();
        }
        Matcher matcher = DISTRIBUTION.matcher(text);
        if (!matcher.find()) return Optional.empty();
        int line = (int) text.substring(0, matcher.start()).lines().count();
        return GradleVersion.parse(matcher.group(1))
                .map(version -> decision(
                        version,
                        Certainty.CERTAIN,
                        "the release that the project's wrapper starts",
                        List.of(new Evidence(WRAPPER, line, matcher.group()))));
    }

    /** The release of an installation, by the names of its libraries. */
    static Optional<GradleVersion> installed(Path program) {
        try {
            Path lib = program.toRealPath().getParent().resolveSibling("lib");
            if (!Files.isDirectory(lib)) return Optional.empty();
            try (Stream<Path> files = Files.list(lib)) {
                return files.map(file -> LIBRARY.matcher(file.getFileName().toString()))
                        .filter(Matcher::matches)
                        .flatMap(matcher -> GradleVersion.parse(matcher.group(1)).stream())
                        .findFirst();
            }
        } catch (IOException e) {
            LoggerFactory.getLogger(GradleOptions.class).debug("{}", program, e);
            return Optional.empty();
        }
    }
}

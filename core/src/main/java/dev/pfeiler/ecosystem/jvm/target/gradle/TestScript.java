package dev.pfeiler.ecosystem.jvm.target.gradle;

import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.ecosystem.jvm.model.BuildModule;
import dev.pfeiler.ecosystem.jvm.model.Dependency;
import dev.pfeiler.ecosystem.jvm.model.TestRunner;
import dev.pfeiler.ecosystem.jvm.model.TestSetup;
import dev.pfeiler.tree.PathSelection;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/**
 * How a module's tests are run: one task for each test framework that has a runner of its own. Releases that do not run
 * the JUnit Platform start its console. Source: "Testing in Java projects" in Gradle's user manual; the JUnit 5 User
 * Guide, "Console Launcher".
 */
final class TestScript {
    /** The task that starts the console, and the configuration with its libraries. */
    static final String CONSOLE = "junitPlatformTest";

    private static final String CONSOLE_LIBRARIES = "junitPlatform";
    private static final String TEST = "test";
    private static final String PLATFORM = "org.junit.platform";

    private final BuildModule module;
    private final Dialect dialect;

    TestScript(BuildModule module, Dialect dialect) {
        this.module = module;
        this.dialect = dialect;
    }

    /** The console: the name of its configuration, with its artifact. */
    Map<String, Coordinates> tools() {
        return module.tests().runners().stream().anyMatch(this::startsConsole)
                ? Map.of(CONSOLE_LIBRARIES, new Coordinates(PLATFORM, "junit-platform-console", platformVersion()))
                : Map.of();
    }

    private boolean startsConsole(TestRunner runner) {
        return runner == TestRunner.JUNIT_PLATFORM && !dialect.version().runsJUnitPlatform();
    }

    void write(Script script) {
        if (!module.mayHaveTests()) return;
        TestSetup tests = module.tests();
        List<TestRunner> runners = new ArrayList<>(tests.runners());
        List<String> further = new ArrayList<>();
        boolean usual = runners.stream().anyMatch(runner -> !startsConsole(runner));
        if (runners.isEmpty()) script.section(s -> dialect.existing(s, TEST, "Test", t -> settings(t, tests)));
        boolean first = true;
        for (TestRunner runner : runners) {
            if (startsConsole(runner)) {
                script.section(s -> console(s, tests));
                further.add(CONSOLE);
            } else if (first) {
                first = false;
                script.section(s -> dialect.existing(s, TEST, "Test", t -> run(t, runner, tests)));
            } else {
                String name = name(runner);
                script.section(s -> dialect.task(s, name, "Test", t -> {
                    t.line("testClassesDirs = " + tested() + ".output.classesDirs");
                    t.line("classpath = " + tested() + ".runtimeClasspath");
                    run(t, runner, tests);
                }));
                further.add(name);
            }
        }
        if (!usual && !runners.isEmpty())
            script.section(s -> dialect.existing(s, TEST, "Test", t -> t.line("enabled = false")
                    .line(dialect.syntax().texts("dependsOn", further))));
        else if (!further.isEmpty())
            script.section(s -> dialect.existing(
                    s, "check", ScriptSyntax.PLAIN, t -> t.line(dialect.syntax().texts("dependsOn", further))));
    }

    private static String name(TestRunner runner) {
        return switch (runner) {
            case JUNIT_3, JUNIT_4 -> "junitTest";
            case JUNIT_PLATFORM -> CONSOLE;
            case TESTNG -> "testngTest";
        };
    }

    private String tested() {
        return dialect.sourceSet("test");
    }

    private void run(Script script, TestRunner runner, TestSetup tests) {
        script.line(
                switch (runner) {
                    case JUNIT_3, JUNIT_4 -> "useJUnit()";
                    case JUNIT_PLATFORM -> "useJUnitPlatform()";
                    case TESTNG -> "useTestNG()";
                });
        settings(script, tests);
    }

    private void settings(Script script, TestSetup tests) {
        PathSelection classes = tests.classes();
        if (!classes.includes().isEmpty()) {
            script.line(dialect.syntax().texts("include", classes.includes()));
            // what a suite's class contains does not show that it is a test
            script.line((dialect.kotlin() ? "isScanForTestClasses" : "scanForTestClasses") + " = false");
        }
        List<String> excludes = new ArrayList<>(classes.excludes());
        // without the search, a pattern for tests takes the classes in them for tests, too
        boolean inner = classes.includes().stream().anyMatch(pattern -> pattern.endsWith("*.class"));
        if (inner) excludes.add("**/*$*.class");
        SelectionScript.excludes(script, excludes, dialect);
        tests.workingDirectory()
                .filter(folder -> !folder.isEmpty() && !folder.equals("."))
                .ifPresent(folder -> script.line("workingDir = file(" + dialect.string(folder) + ")"));
        if (tests.isolated()) script.line(dialect.kotlin() ? "setForkEvery(1L)" : "forkEvery = 1");
        if (!tests.jvmArguments().isEmpty()) script.line(dialect.syntax().texts("jvmArgs", tests.jvmArguments()));
        tests.properties()
                .forEach((name, value) ->
                        script.line(dialect.call("systemProperty", dialect.string(name), value(value))));
        tests.environment()
                .forEach((name, value) -> script.line(dialect.call("environment", dialect.string(name), value(value))));
    }

    private String value(TestSetup.Value value) {
        return value.path() ? "file(" + dialect.string(value.text()) + ").path" : dialect.string(value.text());
    }

    private void console(Script script, TestSetup tests) {
        dialect.task(script, CONSOLE, "JavaExec", t -> {
            t.line(dialect.call("dependsOn", dialect.string("testClasses")));
            t.line("classpath = " + tested() + ".runtimeClasspath + " + dialect.configuration(CONSOLE_LIBRARIES, true));
            t.line(dialect.mainClass(PLATFORM + ".console.ConsoleLauncher"));
            t.line(dialect.call(
                    "args",
                    dialect.string("--scan-classpath"),
                    tested() + ".output.classesDirs.asPath",
                    // the usual patterns leave out classes whose names do not end in "Test"
                    dialect.string("--include-classname=.*"),
                    dialect.string("--details=none"),
                    dialect.string("--reports-dir"),
                    dialect.syntax().interpolated("$buildDir/test-results/" + CONSOLE)));
            settings(t, tests);
        });
    }

    /** The version of the platform that belongs to the declared engine. */
    private String platformVersion() {
        return module.classPath().declared().stream()
                .map(Dependency::coordinates)
                .filter(c -> c.group().equals(PLATFORM))
                .map(c -> c.version())
                .findFirst()
                .orElse("1.9.3");
    }
}

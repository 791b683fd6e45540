package dev.pfeiler.ecosystem.jvm.target.gradle;

import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.Golden;
import dev.pfeiler.Tools;
import dev.pfeiler.ecosystem.jvm.model.SampleBuilds;
import dev.pfeiler.process.Environment;
import dev.pfeiler.process.ToolRun;
import java.io.File;
import java.io.IOException;
import java.io.InputStream;
import java.net.URL;
import java.net.URLClassLoader;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.SortedSet;
import java.util.TreeSet;
import org.jetbrains.kotlin.cli.common.ExitCode;
import org.jetbrains.kotlin.cli.jvm.K2JVMCompiler;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * Scripts in Kotlin, which no release of Gradle on this machine runs: they are compiled by the Kotlin compiler against a
 * small stand-in for Gradle's interface and evaluated. What one declares is compared with what the script in Groovy for
 * the same build declares to the real Gradle.
 */
class KotlinScriptTest {
    private static final Dialect KOTLIN = GradleWriterTest.DIALECTS.get(2);

    @TempDir
    static Path folder;

    /** What each sample's scripts declare. */
    private static final Map<String, SortedSet<String>> RECORDS = new LinkedHashMap<>();

    @BeforeAll
    static void compileAndEvaluate() throws Exception {
        Path sources = Files.createDirectories(folder.resolve("sources"));
        try (InputStream in = KotlinScriptTest.class.getResourceAsStream("StandIn.kt.txt")) {
            Files.copy(in, sources.resolve("StandIn.kt"));
        }
        Map<String, List<String>> classes = new LinkedHashMap<>();
        for (var sample : GradleWriterTest.SAMPLES.entrySet()) {
            // the stand-in knows the plug-in's interface as little as Java's plug-ins of other makers
            Map<String, String> scripts = GradleWriter.write(sample.getValue(), KOTLIN);
            int number = 0;
            for (Map.Entry<String, String> script : scripts.entrySet()) {
                String name = "Script_" + sample.getKey().replace('-', '_') + "_" + number++;
                String body = script.getValue()
                        .replaceAll("(?m)^import .*\\n", "")
                        .replace("org.jetbrains.kotlin.gradle.tasks.KotlinCompile", "KotlinCompile")
                        .replace("kotlinOptions.", "options.");
                Files.writeString(
                        sources.resolve(name + ".kt"),
                        "class " + name + " : Script() {\n override fun evaluate() {\n" + body + "\n }\n}\n");
                classes.computeIfAbsent(sample.getKey(), key -> new ArrayList<>())
                        .add(name);
            }
        }
        Files.writeString(sources.resolve("Plugin.kt"), "class KotlinCompile(name: String) : JavaCompile(name)\n");
        Path out = folder.resolve("out");
        ExitCode exit = new K2JVMCompiler()
                .exec(
                        System.err,
                        "-no-reflect",
                        "-no-stdlib",
                        "-nowarn",
                        "-cp",
                        System.getProperty("java.class.path"),
                        "-d",
                        out.toString(),
                        sources.toString());
        assertThat(exit).as("the scripts compile").isEqualTo(ExitCode.OK);
        for (Map.Entry<String, List<String>> sample : classes.entrySet()) {
            // a record of its own for each sample
            try (URLClassLoader loader =
                    new URLClassLoader(new URL[] {out.toUri().toURL()}, KotlinScriptTest.class.getClassLoader())) {
                for (String name : sample.getValue()) {
                    Object script = loader.loadClass(name).getConstructor().newInstance();
                    script.getClass().getMethod("evaluate").invoke(script);
                }
                Object recorded =
                        loader.loadClass("StandInKt").getMethod("getRecorded").invoke(null);
                SortedSet<String> facts = new TreeSet<>();
                for (Object fact : (Iterable<?>) recorded) facts.add(fact.toString());
                RECORDS.put(sample.getKey(), facts);
            }
        }
    }

    @Test
    void whatTheScriptsDeclare() throws IOException {
        Map<String, String> records = new LinkedHashMap<>();
        RECORDS.forEach((sample, facts) ->
                records.put(sample + ".txt", String.join("\n", facts).replace(folder + File.separator, "") + "\n"));
        Golden.check("gradle-declared", records);
    }

    @Test
    void bothLanguagesDeclareTheSame() throws IOException {
        Environment here = Environment.here();
        Tools.require(GradleTarget.PROGRAM);
        Path project = Files.createDirectories(folder.resolve("project"));
        for (Map.Entry<String, String> script : GradleWriter.write(SampleBuilds.settings(), GradleWriterTest.OLD)
                .entrySet()) Files.writeString(project.resolve(script.getKey()), script.getValue());
        Path recorder = folder.resolve("declared.gradle");
        try (InputStream in = KotlinScriptTest.class.getResourceAsStream("declared.gradle.txt")) {
            Files.copy(in, recorder);
        }
        Path record = folder.resolve("declared.txt");
        ToolRun run = ToolRun.of(
                List.of(
                        here.program(GradleTarget.PROGRAM).get().toString(),
                        "--offline",
                        "-q",
                        "-I",
                        recorder.toString(),
                        "-Drecord=" + record,
                        "-Dorg.gradle.daemon.idletimeout=120000",
                        "help"),
                project,
                Map.of(),
                folder.resolve("gradle.log"),
                Duration.ofMinutes(5));
        assertThat(run.succeeded()).as(String.join("\n", run.output())).isTrue();
        SortedSet<String> groovy = new TreeSet<>(Files.readAllLines(record, StandardCharsets.UTF_8));
        SortedSet<String> kotlin = new TreeSet<>(RECORDS.get("settings"));
        // what only the stand-in hears of: the order of scripts, and the languages' own folders
        kotlin.removeIf(fact -> fact.startsWith("plugin ") || fact.startsWith("task "));
        assertThat(kotlin).isEqualTo(groovy);
    }
}

package dev.pfeiler.cli;

import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.Golden;
import dev.pfeiler.Tools;
import java.io.IOException;
import java.io.StringReader;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.TreeMap;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.apache.maven.model.io.xpp3.MavenXpp3Reader;
import org.codehaus.plexus.util.xml.pull.XmlPullParserException;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** One screen of each command, and the descriptors of each demo project, compared whole. */
class GoldenIT {
    private static final Pattern DESCRIPTOR = Pattern.compile(
            "(.*/)?(pom\\.xml|[\\w-]+\\.gradle(\\.kts)?|composer\\.json|web\\.xml|application\\.xml|pfeiler\\.yaml)");

    /** Part of the hash of a jar that the demo projects make, in its version. */
    private static final String HASH = "-[0-9a-f]{8}(?![0-9a-f])";

    @TempDir
    Path folder;

    private final Program program = new Program();

    private Path demo(String name) {
        if (name.equals("berthplan") || name.equals("harbourdesk")) {
            Tools.require("php", "composer");
        }
        return Program.demo(name, folder);
    }

    @ParameterizedTest
    @ValueSource(strings = {"tidewatch", "buoylog", "harbourlog", "towlist", "berthplan", "harbourdesk", "tidegate"})
    void descriptorsOfTheDemoProjects(String name) throws IOException, XmlPullParserException {
        descriptors(name, "descriptors/" + name);
    }

    @ParameterizedTest
    @CsvSource({"tidewatch,groovy,4.4.1", "buoylog,groovy,4.4.1", "tidegate,groovy,4.4.1", "buoylog,kotlin,8.14"})
    void scriptsOfTheDemoProjects(String name, String script, String version)
            throws IOException, XmlPullParserException {
        descriptors(
                name,
                "scripts/" + name + "-" + script,
                "--to",
                "gradle",
                "--choose",
                "script=" + script,
                "--choose",
                "gradle-version=" + version);
    }

    private void descriptors(String name, String golden, String... choices) throws IOException, XmlPullParserException {
        Path project = demo(name);
        assertThat(program.run(Stream.concat(Stream.of("propose", "--write", project), Stream.of(choices))
                                .toArray())
                        .exit())
                .isZero();
        Program.Run convert = program.run("convert", project);
        assertThat(convert.exit()).as(convert.err()).isZero();
        Map<String, String> written = new TreeMap<>();
        try (var files = Files.walk(project)) {
            for (Path file : files.filter(Files::isRegularFile).toList()) {
                String path = project.relativize(file).toString();
                if (path.startsWith(".pfeiler/") || !DESCRIPTOR.matcher(path).matches()) continue;
                String text = Files.readString(file);
                written.put(path, text.replaceAll(HASH, "-HASHHASH"));
                if (path.endsWith("pom.xml")) new MavenXpp3Reader().read(new StringReader(text), true);
            }
        }
        Golden.check(golden, written);
    }

    private void screen(String golden, int exit, Object... words) throws IOException {
        Program.Run run = program.run(words);
        assertThat(run.exit()).as(run.out() + run.err()).isEqualTo(exit);
        String shown = run.out()
                .replace(folder.toString(), "DIR")
                .replace(Program.HOME.toString(), "HOME")
                .replaceAll(HASH, "-HASHHASH")
                // what the machine has
                .replaceAll("(?s)\\nTools\\n.*?\\n\\n", "\n")
                .replaceAll("(?m)^    \\d+\\.\\d.*$", "    VERSIONS")
                .replaceAll("(?m) +$", "");
        Golden.check("screens/" + golden + ".txt", shown);
    }

    @Test
    void screensOfOneProject() throws IOException {
        Path project = demo("tidewatch");
        screen("survey", 0, "survey", project);
        screen("propose", 0, "propose", project);
        screen("convert", 0, "convert", project);
        screen("why", 0, "why", project, "gson");
        screen("prove", 0, "prove", "--no-run", project);
        screen("add", 0, "add", project, "commons-cli:commons-cli:1.5.0", "--scope", "runtime");
        screen("undo", 0, "undo", "--take-old", project);
        assertThat(program.run("convert", project).exit()).isZero();
        screen("accept", 0, "accept", project);
        screen("find", 0, "find", "com.google.gson.Gson");
        screen("help", 0, "--help");
    }

    @Test
    void screensOfSeveralProjects() throws IOException {
        Path project = demo("harbourdesk");
        screen("survey-several", 0, "survey", project);
        screen("propose-several", 0, "propose", project);
        screen("convert-several", 0, "convert", project);
        screen("prove-several", 0, "prove", "--no-run", project);
    }
}

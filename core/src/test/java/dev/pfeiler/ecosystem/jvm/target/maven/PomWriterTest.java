package dev.pfeiler.ecosystem.jvm.target.maven;

import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.Golden;
import dev.pfeiler.ecosystem.jvm.model.JvmBuild;
import dev.pfeiler.ecosystem.jvm.model.SampleBuilds;
import java.io.IOException;
import java.io.StringReader;
import java.util.HashMap;
import java.util.Map;
import java.util.SortedMap;
import java.util.stream.Stream;
import org.apache.maven.model.Model;
import org.apache.maven.model.Plugin;
import org.apache.maven.model.io.xpp3.MavenXpp3Reader;
import org.codehaus.plexus.util.xml.pull.XmlPullParserException;
import org.junit.jupiter.api.Test;

/** POMs of builds made by hand, compared whole, and read back by Maven's own reader in its strict mode. */
class PomWriterTest {
    private static Map<String, Model> written(String golden, JvmBuild build) throws IOException {
        SortedMap<String, String> poms = PomWriter.write(build);
        assertThat(PomWriter.write(build)).isEqualTo(poms);
        Golden.check("pom/" + golden, poms);
        Map<String, Model> models = new HashMap<>();
        for (Map.Entry<String, String> pom : poms.entrySet()) {
            try {
                models.put(pom.getKey(), new MavenXpp3Reader().read(new StringReader(pom.getValue()), true));
            } catch (XmlPullParserException e) {
                throw new AssertionError(pom.getKey(), e);
            }
        }
        return models;
    }

    private static Plugin plugin(Model model, String artifact) {
        return Stream.concat(
                        model.getBuild().getPlugins().stream(),
                        model.getBuild().getPluginManagement() == null
                                ? Stream.empty()
                                : model.getBuild().getPluginManagement().getPlugins().stream())
                .filter(plugin -> plugin.getArtifactId().equals(artifact))
                .findFirst()
                .orElseThrow(() -> new AssertionError(artifact));
    }

    @Test
    void whatMavenExpectsAnywayIsNotWritten() throws IOException {
        Model model = written("library", SampleBuilds.library()).get("pom.xml");
        assertThat(model.getPackaging()).isEqualTo("jar");
        assertThat(model.getProperties()).containsEntry("maven.compiler.release", "17");
        assertThat(model.getBuild().getSourceDirectory()).isNull();
        assertThat(model.getBuild().getResources()).isEmpty();
        assertThat(model.getDependencies()).isEmpty();
    }

    @Test
    void dependenciesWithTheirReasons() throws IOException {
        Model model = written("dependencies", SampleBuilds.dependencies()).get("pom.xml");
        assertThat(model.getProperties()).containsEntry("maven.compiler.source", "1.8");
        assertThat(model.getDependencies())
                .extracting(d -> d.getArtifactId() + " " + d.getScope())
                .containsExactlyInAnyOrder(
                        "gson null",
                        "commons-beanutils null",
                        "slf4j-api null",
                        "slf4j-simple runtime",
                        "netty-transport-native-epoll runtime",
                        "lamps null",
                        "rope null",
                        "sail null",
                        "junit test");
        assertThat(model.getDependencies())
                .filteredOn(d -> d.getGroupId().equals("org.slf4j"))
                .extracting(d -> d.getVersion())
                .as("artifacts of one group and version share a property")
                .hasSize(2)
                .allMatch(version -> version.startsWith("${"));
        assertThat(model.getDependencyManagement().getDependencies())
                .extracting(d -> d.getArtifactId() + " " + d.getVersion())
                .containsExactly("rope-bom 2.3", "hamcrest-core 1.1");
        assertThat(model.getRepositories()).extracting(r -> r.getUrl()).hasSize(2);
    }

    @Test
    void foldersThatStayWhereTheyAre() throws IOException {
        Model model = written("kept-layout", SampleBuilds.keptLayout()).get("pom.xml");
        assertThat(model.getPackaging()).isEqualTo("war");
        assertThat(model.getBuild().getFinalName()).isEqualTo("tides");
        assertThat(model.getBuild().getSourceDirectory()).isEqualTo("code");
        assertThat(model.getBuild().getTestSourceDirectory()).isEqualTo("checks");
        assertThat(plugin(model, "build-helper-maven-plugin")
                        .getExecutions()
                        .get(0)
                        .getConfiguration())
                .asString()
                .contains("<source>gen</source>");
        assertThat(plugin(model, "maven-war-plugin").getConfiguration())
                .asString()
                .contains("<warSourceDirectory>board</warSourceDirectory>", "<failOnMissingWebXml>false");
    }

    @Test
    void aProgramWithItsLibrariesGeneratedSourcesAndTestSettings() throws IOException {
        Model model = written("program", SampleBuilds.program()).get("pom.xml");
        assertThat(plugin(model, "maven-jar-plugin").getConfiguration())
                .asString()
                .contains("<mainClass>no.port.Tides</mainClass>", "<Built-For>Haldervik</Built-For>");
        assertThat(plugin(model, "maven-surefire-plugin").getConfiguration())
                .asString()
                .contains("-Xmx256m", "<PORT>Haldervik</PORT>", "**/Check*.java", "tides.data");
        assertThat(model.getBuild().getPlugins())
                .extracting(Plugin::getArtifactId)
                .contains("javacc-maven-plugin", "maven-shade-plugin");
        assertThat(plugin(model, "exec-maven-plugin").getConfiguration())
                .asString()
                .contains("<mainClass>no.port.Tides</mainClass>");
    }

    @Test
    void modulesWithAnEnterpriseArchive() throws IOException {
        Map<String, Model> models = written("modules", SampleBuilds.modules());
        Model parent = models.get("pom.xml");
        assertThat(parent.getArtifactId()).as("a module has the project's name").isEqualTo("tides-parent");
        assertThat(parent.getModules()).containsExactly("tides-core", "parts/board", "tides");
        assertThat(models.get("parts/board/pom.xml").getParent().getRelativePath())
                .isEqualTo("../../pom.xml");
        assertThat(models.get("parts/board/pom.xml").getDependencies())
                .extracting(d -> d.getArtifactId() + " " + d.getScope())
                .containsExactly("tides-core provided");
        assertThat(models.get("tides/pom.xml").getDependencies())
                .extracting(d -> d.getArtifactId() + " " + d.getType())
                .containsExactlyInAnyOrder("tides-core jar", "board war");
        assertThat(plugin(models.get("tides/pom.xml"), "maven-ear-plugin").getConfiguration())
                .asString()
                .contains("<contextRoot>/tides</contextRoot>");
    }

    @Test
    void languagesBesideJava() throws IOException {
        Model kotlin = written("languages", SampleBuilds.languages()).get("pom.xml");
        assertThat(kotlin.getBuild().getPlugins())
                .extracting(Plugin::getArtifactId)
                .containsExactly("build-helper-maven-plugin", "kotlin-maven-plugin", "gmavenplus-plugin");
        assertThat(plugin(kotlin, "kotlin-maven-plugin").getConfiguration())
                .asString()
                .contains("<option>all-open:annotation=no.port.Open</option>", "<jvmTarget>1.8</jvmTarget>");
        assertThat(plugin(kotlin, "kotlin-maven-plugin").getDependencies())
                .extracting(d -> d.getArtifactId() + " " + d.getVersion())
                .containsExactly("kotlin-maven-allopen 1.3.50");
        Model scala = written("scala", SampleBuilds.scala()).get("pom.xml");
        assertThat(plugin(scala, "scala-maven-plugin").getExecutions().get(0).getPhase())
                .as("before Java, which names its classes")
                .isEqualTo("process-resources");
    }
}

package dev.pfeiler.ecosystem.jvm.target.maven;

import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.Golden;
import dev.pfeiler.ecosystem.jvm.model.BuildModule;
import dev.pfeiler.ecosystem.jvm.model.ClassPath;
import dev.pfeiler.ecosystem.jvm.model.CompilerSettings;
import dev.pfeiler.ecosystem.jvm.model.Constraint;
import dev.pfeiler.ecosystem.jvm.model.Dependency;
import dev.pfeiler.ecosystem.jvm.model.GeneratedSources;
import dev.pfeiler.ecosystem.jvm.model.Generator;
import dev.pfeiler.ecosystem.jvm.model.JvmBuild;
import dev.pfeiler.ecosystem.jvm.model.Launch;
import dev.pfeiler.ecosystem.jvm.model.Manifest;
import dev.pfeiler.ecosystem.jvm.model.ModuleName;
import dev.pfeiler.ecosystem.jvm.model.ModuleNeed;
import dev.pfeiler.ecosystem.jvm.model.Packaging;
import dev.pfeiler.ecosystem.jvm.model.PackedFiles;
import dev.pfeiler.ecosystem.jvm.model.Platform;
import dev.pfeiler.ecosystem.jvm.model.Product;
import dev.pfeiler.ecosystem.jvm.model.Resources;
import dev.pfeiler.ecosystem.jvm.model.Scope;
import dev.pfeiler.ecosystem.jvm.model.ServletFamily;
import dev.pfeiler.ecosystem.jvm.model.SourceSet;
import dev.pfeiler.ecosystem.jvm.model.SourceSets;
import dev.pfeiler.ecosystem.jvm.model.TestRunner;
import dev.pfeiler.ecosystem.jvm.model.TestSetup;
import dev.pfeiler.ecosystem.jvm.repository.Coordinates;
import dev.pfeiler.ecosystem.jvm.repository.Repositories;
import java.io.IOException;
import java.io.StringReader;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.stream.Stream;
import org.apache.maven.model.Model;
import org.apache.maven.model.Plugin;
import org.apache.maven.model.io.xpp3.MavenXpp3Reader;
import org.codehaus.plexus.util.xml.pull.XmlPullParserException;
import org.junit.jupiter.api.Test;

/** POMs of builds made by hand, compared whole, and read back by Maven's own reader in its strict mode. */
class PomWriterTest {
    private static final SourceSets STANDARD = new SourceSets(
            SourceSet.of(PomWriter.MAIN_SOURCES, PomWriter.MAIN_RESOURCES),
            SourceSet.of(PomWriter.TEST_SOURCES, PomWriter.TEST_RESOURCES),
            Optional.empty(),
            false);
    private static final CompilerSettings JAVA_17 = new CompilerSettings(17, true, "UTF-8", List.of());

    private static Coordinates at(String text) {
        return Coordinates.parse(text).orElseThrow();
    }

    private static Dependency need(String coordinates, Scope scope) {
        return Dependency.of(at(coordinates), scope, "");
    }

    private static BuildModule.Builder library(ModuleName name, String artifact, String folder) {
        return BuildModule.builder(name, artifact, folder)
                .product(new Product.Library(Optional.empty(), false))
                .sources(STANDARD);
    }

    private static JvmBuild build(CompilerSettings compiler, BuildModule... modules) {
        return new JvmBuild(at("no.port:tides:1.2"), compiler, Map.of(), List.of(), List.of(), List.of(modules));
    }

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
        Model model = written(
                        "library",
                        build(JAVA_17, library(ModuleName.ONLY, "tides", "").build()))
                .get("pom.xml");
        assertThat(model.getPackaging()).isEqualTo("jar");
        assertThat(model.getProperties()).containsEntry("maven.compiler.release", "17");
        assertThat(model.getBuild().getSourceDirectory()).isNull();
        assertThat(model.getBuild().getResources()).isEmpty();
        assertThat(model.getDependencies()).isEmpty();
    }

    @Test
    void dependenciesWithTheirReasons() throws IOException {
        ClassPath classPath = new ClassPath(
                List.of(),
                List.of(
                        Dependency.of(at("com.google.code.gson:gson:2.8.9"), Scope.COMPILE, "a -- remark"),
                        new Dependency(
                                at("commons-beanutils:commons-beanutils:1.9.4"),
                                Scope.COMPILE,
                                false,
                                Set.of("commons-logging:commons-logging"),
                                ""),
                        need("org.slf4j:slf4j-api:1.7.36", Scope.COMPILE),
                        need("org.slf4j:slf4j-simple:1.7.36", Scope.RUNTIME),
                        need("io.netty:netty-transport-native-epoll:4.1.94.Final:linux-x86_64", Scope.RUNTIME),
                        new Dependency(at("no.port:lamps:1.0-0badcafe"), Scope.COMPILE, true, Set.of(), ""),
                        need("no.port:rope:2.3", Scope.COMPILE),
                        need("no.port:sail:2.3", Scope.COMPILE),
                        need("junit:junit:4.13.2", Scope.TEST)),
                List.of(new Constraint(at("org.hamcrest:hamcrest-core:1.1"), "the version on the class path")),
                List.of());
        JvmBuild build = new JvmBuild(
                at("no.port:tides:1.2"),
                new CompilerSettings(8, false, "ISO-8859-1", List.of("-Xlint:all", "-parameters")),
                Map.of("windowtitle", "Tides & lamps"),
                List.of(new Repositories.Place("harbour", "https://repo.port.example/maven")),
                List.of(new Platform(at("no.port:rope-bom:2.3"), Set.of("no.port:rope", "no.port:sail"))),
                List.of(library(ModuleName.ONLY, "tides", "")
                        .classPath(classPath)
                        .build()));
        Model model = written("dependencies", build).get("pom.xml");
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
        SourceSets sources = new SourceSets(
                new SourceSet(
                        List.of("code", "gen"),
                        List.of(),
                        List.of("attic/**"),
                        List.of(new Resources("code", "", List.of(), List.of("**/*.java")))),
                new SourceSet(List.of("checks"), List.of(), List.of(), List.of()),
                Optional.of(new PackedFiles(
                        "board",
                        List.of("WEB-INF/lib/**"),
                        List.of(new Resources("etc", "WEB-INF", List.of(), List.of())))),
                false);
        BuildModule module = BuildModule.builder(ModuleName.ONLY, "tides", "")
                .product(new Product.WebArchive("tides", false))
                .sources(sources)
                .classPath(new ClassPath(
                        List.of(),
                        List.of(need("javax.servlet:javax.servlet-api:3.1.0", Scope.PROVIDED)),
                        List.of(),
                        List.of()))
                .launch(Optional.of(new Launch.Serve(ServletFamily.JAVAX, "tides", 17)))
                .build();
        Model model = written("kept-layout", build(JAVA_17, module)).get("pom.xml");
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
        TestSetup tests = new TestSetup(
                List.of("**/Check*.java"),
                Map.of("tides.data", new TestSetup.Value("data", true)),
                Map.of("PORT", new TestSetup.Value("Haldervik", false)),
                List.of("-Xmx256m"),
                Optional.of("checks"),
                Set.of(TestRunner.JUNIT_PLATFORM, TestRunner.TESTNG));
        BuildModule module = BuildModule.builder(ModuleName.ONLY, "tides", "")
                .product(new Product.Library(Optional.empty(), true))
                .sources(STANDARD)
                .manifest(
                        new Manifest(Map.of("Main-Class", "no.port.Tides", "Built-For", "Haldervik"), Optional.empty()))
                .generated(List.of(new GeneratedSources(
                        Generator.JAVACC,
                        Optional.of(at("net.java.dev.javacc:javacc:7.0.10")),
                        "Tide.jj",
                        "no.port",
                        false)))
                .tests(tests)
                .launch(Optional.of(new Launch.MainClass("no.port.Tides", Optional.empty())))
                .build();
        Model model = written("program", build(JAVA_17, module)).get("pom.xml");
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
        ModuleName core = new ModuleName("tides-core");
        ModuleName web = new ModuleName("board");
        ModuleName ear = new ModuleName("tides");
        BuildModule web1 = BuildModule.builder(web, "board", "parts/board")
                .product(new Product.WebArchive("board", true))
                .sources(new SourceSets(
                        STANDARD.main(),
                        STANDARD.test(),
                        Optional.of(new PackedFiles("src/main/webapp", List.of(), List.of())),
                        false))
                .classPath(new ClassPath(
                        List.of(new ModuleNeed(core, Packaging.JAR, true)), List.of(), List.of(), List.of()))
                .build();
        BuildModule ear1 = BuildModule.builder(ear, "tides", "tides")
                .product(new Product.EnterpriseArchive(
                        "tides",
                        "6",
                        "lib",
                        List.of(new Product.Entry(
                                Packaging.WAR, new Product.Source.OfModule(web), "board.war", Optional.of("/tides")))))
                .sources(new SourceSets(
                        STANDARD.main(),
                        STANDARD.test(),
                        Optional.of(new PackedFiles("src/main/application", List.of(), List.of())),
                        false))
                .classPath(new ClassPath(
                        List.of(new ModuleNeed(core, Packaging.JAR, false), new ModuleNeed(web, Packaging.WAR, false)),
                        List.of(),
                        List.of(),
                        List.of()))
                .build();
        Map<String, Model> models = written(
                "modules",
                build(JAVA_17, library(core, "tides-core", "tides-core").build(), web1, ear1));
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
}

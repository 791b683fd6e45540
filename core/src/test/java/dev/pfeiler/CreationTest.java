package dev.pfeiler;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.pfeiler.conversion.Step;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.fresh.Catalogue;
import dev.pfeiler.fresh.FreshProject;
import dev.pfeiler.fresh.Kind;
import dev.pfeiler.fresh.Need;
import dev.pfeiler.fresh.NeedChange;
import dev.pfeiler.fresh.Sources;
import dev.pfeiler.process.Environment;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.survey.Survey;
import dev.pfeiler.survey.SurveyedPart;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.DynamicTest;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestFactory;
import org.junit.jupiter.api.io.TempDir;

/** Fresh projects, on a machine without build tools: every kind in every language for every build tool. */
class CreationTest {
    private static final Map<String, List<String>> TARGETS = Map.of(
            "java", List.of("maven", "gradle"),
            "kotlin", List.of("maven", "gradle"),
            "groovy", List.of("maven", "gradle"),
            "scala", List.of("maven", "gradle"),
            "javascript", List.of("npm"),
            "typescript", List.of("npm"),
            "php", List.of("composer"),
            "clojure", List.of("leiningen", "deps"),
            "clojurescript", List.of("leiningen", "deps"));

    @TempDir
    static Path temp;

    private Pfeiler pfeiler;

    @BeforeEach
    void machine() {
        pfeiler = new Pfeiler(
                new Environment(temp.resolve("home"), Map.of(), Path.of(System.getProperty("java.home")), true));
    }

    private static List<String> choices(String kind, String language, String target) {
        List<String> choices = new ArrayList<>(List.of("kind=" + kind, "language=" + language, "target=" + target));
        if (TARGETS.get(language).contains("maven")) choices.add("level=17");
        if (target.equals("gradle")) choices.add("gradle-version=8.14");
        return choices;
    }

    private FreshProject plan(String name, List<String> choices) {
        return pfeiler.plan(temp.resolve(name), Sketch.chosen(choices.toArray(String[]::new)), false);
    }

    /** Every need that something serves there, with the one that is given. */
    private List<String> needs(String kind, String language, String target, Map<String, String> given) {
        Kind of = Kind.of(kind).orElseThrow();
        return pfeiler.needs().all().stream()
                .filter(need -> !need.fitting(language, of, target, given).isEmpty())
                .map(need -> Need.key(need.id()) + "=" + given.getOrDefault(need.id(), Need.USUAL))
                .toList();
    }

    /** Without needs, with all, and with all that each framework serves. */
    private Map<String, List<String>> variants(String kind, String language, String target) {
        Map<String, List<String>> variants = new TreeMap<>();
        variants.put("", List.of());
        variants.put("-needs", needs(kind, language, target, Map.of()));
        Kind of = Kind.of(kind).orElseThrow();
        pfeiler.needs().of("http").orElseThrow().fitting(language, of, target).stream()
                .map(Need.Serving::id)
                .filter(id -> !id.equals("platform"))
                .forEach(id -> variants.put("-" + id, needs(kind, language, target, Map.of("http", id))));
        return variants;
    }

    @TestFactory
    Stream<DynamicTest> everyKindInEveryLanguageForEveryTool() {
        Sources sources = Catalogue.of(Ecosystems.shipped().creators(), Sketch.alone(temp, true))
                .sources();
        return TARGETS.keySet().stream().sorted().flatMap(language -> sources.kinds(language).stream()
                .flatMap(kind -> TARGETS.get(language).stream()
                        .flatMap(target -> variants(kind.id(), language, target).entrySet().stream()
                                .map(variant -> {
                                    String name = language + "-" + kind.id() + "-" + target + variant.getKey();
                                    return DynamicTest.dynamicTest(
                                            name, () -> check(name, kind.id(), language, target, variant.getValue()));
                                }))));
    }

    private void check(String name, String kind, String language, String target, List<String> needs)
            throws IOException {
        List<String> choices = choices(kind, language, target);
        choices.addAll(needs);
        FreshProject project = plan(name, choices);
        assertThat(plan(name, choices).files()).as("the same bytes").isEqualTo(project.files());
        Map<String, String> descriptors = new TreeMap<>();
        project.files().forEach((path, text) -> {
            if (path.matches("pom\\.xml|.*\\.gradle|package\\.json|tsconfig\\.json|composer\\.json"))
                descriptors.put(path, text);
            if (path.equals("Dockerfile")) descriptors.put(path, text);
            assertThat(text).as(path).doesNotContain("[=", "[#", "[/#");
        });
        descriptors.put("files.txt", String.join("\n", project.files().keySet()) + "\n");
        Golden.check("fresh/" + name, descriptors);
        Path folder = temp.resolve(name);
        pfeiler.create(folder, project);
        assertThat(checked(folder)).as("findings in " + name).isEmpty();
        Survey survey = pfeiler.survey(folder);
        assertThat(survey.parts()).singleElement().satisfies((SurveyedPart part) -> {
            assertThat(part.managed()).as("the build tool's own descriptor").isPresent();
            assertThat(part.ecosystem().targets()).extracting(one -> one.id()).contains(target);
        });
        assertThat(survey.findings()).noneMatch(finding -> finding.leftForYou());
        assertThatThrownBy(() -> plan(name, choices))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("is not empty");
    }

    /** What a check finds; of build tools whose projects are not checked, nothing. */
    private List<String> checked(Path folder) {
        return pfeiler.check(folder, stage -> {}).discrepancies().stream()
                .map(one -> one.kind().id() + " " + one.evidence().place() + ": " + one.message())
                .toList();
    }

    @Test
    void allFilesOfAServerWithNeeds() throws IOException {
        List<String> choices = choices("server", "java", "maven");
        for (String need : List.of("database=h2", "migrations=yes", "json=gson", "templates=yes"))
            choices.add("need:" + need);
        choices.addAll(List.of("group=no.haldervik", "version=2.0"));
        FreshProject project = plan("harbour-wind", choices);
        Golden.check("fresh/whole-server", project.files());
        assertThat(project.commands()).extracting(command -> command.line()).contains("mvn package");
        assertThat(project.lacking())
                .contains("Maven is not on the PATH: install it.")
                .anyMatch(text -> text.contains("--offline") && text.contains("com.h2database:h2:2.2.224"));
    }

    @Test
    void allFilesOfAFrontEnd() throws IOException {
        Golden.check(
                "fresh/whole-frontend",
                plan("wind-page", List.of("kind=frontend")).files());
    }

    @Test
    void eachDecisionHasAReasonAndAnOrder() {
        FreshProject project = plan("wind", List.of());
        assertThat(project.decisions())
                .extracting(Decision::key)
                .startsWith("kind", "language", "target", "group", "name", "version")
                .endsWith("level");
        assertThat(project.decisions()).noneMatch(decision -> decision.reason().isBlank());
        assertThat(project.blueprint().language()).isEqualTo("java");
        assertThat(plan("wind", List.of("target=composer")).blueprint().language())
                .as("a build tool speaks for its language")
                .isEqualTo("php");
        assertThat(plan("wind", List.of("kind=frontend")).blueprint().language())
                .isEqualTo("typescript");
    }

    @Test
    void aServerDatabaseIsNamedBeforeTheStart() {
        FreshProject project = plan("wind", List.of("need:database=postgresql", "level=17"));
        assertThat(project.beforeStart()).singleElement().asString().contains("PostgreSQL", "DATABASE_PASSWORD");
        assertThat(project.files().get("src/main/java/org/example/wind/Readings.java"))
                .contains("PASSWORD = System.getenv(\"DATABASE_PASSWORD\");");
        assertThat(project.files().get("README.md")).contains("It needs a PostgreSQL server");
    }

    @Test
    void whatDoesNotFitIsRefusedWithWhatDoes() {
        assertThatThrownBy(() -> plan("wind", List.of("kind=desktop", "language=php")))
                .isInstanceOfSatisfying(Refusal.class, refusal -> {
                    assertThat(refusal).hasMessage("PHP has no desktop template.");
                    assertThat(refusal.next())
                            .isEqualTo("Choose --language java, or one of these kinds: program, library, server.");
                });
        assertThatThrownBy(() -> plan("wind", List.of("kind=desctop")))
                .hasMessage("\"desctop\" is not a kind of project. Did you mean desktop?");
        assertThatThrownBy(() -> plan("wind", List.of("need:databse=yes")))
                .hasMessage("Unknown need: \"databse\". Did you mean database?");
        assertThatThrownBy(() -> plan("wind", List.of("need:migrations=yes")))
                .hasMessage("The need migrations requires database.");
        assertThatThrownBy(() -> plan("wind", List.of("need:json=xml")))
                .hasMessage("\"xml\" is not a provider for the need json here.");
        assertThatThrownBy(() -> plan("wind", List.of("kind=server", "language=scala", "need:database=yes")))
                .hasMessage("No provider for the need database in a Scala server.");
        assertThatThrownBy(() -> plan("wind", List.of("kind=program", "language=java", "need:http=yes")))
                .isInstanceOfSatisfying(Refusal.class, refusal -> assertThat(refusal.next())
                        .isEqualTo("In Java there are providers for these kinds: server; choose one with --kind."));
        assertThatThrownBy(() -> plan("wind", List.of("level=newest")))
                .isInstanceOfSatisfying(Refusal.class, refusal -> {
                    assertThat(refusal).hasMessage("\"newest\" is not a valid level.");
                    assertThat(refusal.next()).isEqualTo("Choose one from 8 to 26.");
                });
        assertThatThrownBy(() -> plan("wind", List.of("level=7"))).hasMessage("\"7\" is not a valid level.");
        assertThatThrownBy(() -> plan("wind", List.of("level=99"))).hasMessage("\"99\" is not a valid level.");
        assertThatThrownBy(() -> plan("wind", List.of("colour=red"))).hasMessageContaining("colour");
        assertThat(temp.resolve("wind")).doesNotExist();
    }

    private Map<String, String> serving(String... choices) {
        return plan("wind", List.of(choices)).blueprint().serving().stream()
                .collect(Collectors.toMap(Need.Serving::need, Need.Serving::id));
    }

    @Test
    void aFrameworkServesTheOtherNeedsToo() {
        assertThat(serving(
                        "kind=server",
                        "level=17",
                        "need:http=spring-boot",
                        "need:database=yes",
                        "need:templates=yes",
                        "need:json=yes"))
                .containsEntry("database", "spring-h2")
                .containsEntry("templates", "thymeleaf")
                .containsEntry("json", "spring")
                .containsEntry("testing", "spring-test");
        assertThat(serving("kind=server", "level=17", "need:http=spring-boot", "need:templates=freemarker"))
                .containsEntry("templates", "freemarker");
        assertThat(serving("kind=server", "level=17", "need:http=javalin", "need:database=yes"))
                .containsEntry("database", "h2")
                .containsEntry("testing", "junit");
        List<String> spring = List.of("kind=server", "need:http=spring-boot", "need:reload=yes");
        assertThat(plan("wind", with(spring, "level=17")).files().get("pom.xml"))
                .contains("<version>3.5.16</version>");
        assertThat(plan("wind", with(spring, "level=11")).files().get("pom.xml"))
                .contains("<version>2.7.18</version>");
    }

    @Test
    void aManagedProjectGetsWhatItsFrameworkAnswersANeedWith() {
        Path folder = temp.resolve("sprung");
        pfeiler.create(
                folder,
                plan(
                        "sprung",
                        List.of(
                                "kind=server",
                                "language=java",
                                "target=gradle",
                                "gradle-version=8.14",
                                "level=17",
                                "need:http=spring-boot")));
        NeedChange change = pfeiler.planNeed(folder, "templates", false).orElseThrow();
        assertThat(change.serving().id()).isEqualTo("thymeleaf");
        assertThat(change.steps()).extracting(Step::path).containsExactly("build.gradle");
        assertThat(pfeiler.planNeed(folder, "templates", true).orElseThrow().steps())
                .extracting(Step::path)
                .contains("src/main/resources/templates/speed.html");
        assertThatThrownBy(() -> pfeiler.planNeed(folder, "json", false))
                .isInstanceOfSatisfying(
                        Refusal.class, refusal -> assertThat(refusal.next()).contains("--example"));
    }

    private static List<String> with(List<String> choices, String further) {
        return Stream.concat(choices.stream(), Stream.of(further)).toList();
    }

    @Test
    void whatBelongsToAFrameworkGoesWithItAlone() {
        assertThatThrownBy(() -> plan("wind", List.of("kind=server", "level=17", "need:templates=thymeleaf")))
                .isInstanceOfSatisfying(Refusal.class, refusal -> {
                    assertThat(refusal)
                            .hasMessage("Thymeleaf, as Spring Boot sets it up (templates=thymeleaf) goes with "
                                    + "http=spring-boot only.");
                    assertThat(refusal.next()).isEqualTo("Add --with http=spring-boot, or choose another provider.");
                });
        assertThatThrownBy(() -> plan("wind", List.of("kind=server", "level=17", "need:security=yes")))
                .hasMessageEndingWith("goes with http=spring-boot only.");
        assertThatThrownBy(() -> plan("wind", List.of("kind=server", "level=8", "need:http=javalin")))
                .hasMessage("Javalin (http=javalin) is for level 11 and later, and this project has 8.");
        assertThatThrownBy(() -> plan(
                        "wind",
                        List.of(
                                "kind=server",
                                "language=kotlin",
                                "target=gradle",
                                "gradle-version=4.4.1",
                                "level=8",
                                "need:http=ktor")))
                .hasMessage("Ktor (http=ktor) does not work with the outdated gradle here.");
    }

    @Test
    void aProgramThatNeedsLibrariesIsPackedWithThem() {
        assertThat(plan("wind", List.of("level=17", "need:json=yes")).commands())
                .extracting(command -> command.line())
                .contains("java -jar target/wind-0.1.0-all.jar");
        assertThat(plan("wind", List.of("level=17")).files().get("pom.xml")).doesNotContain("shade");
    }

    /** A build of several modules, with one more, and what becomes of its descriptors. */
    private Map<String, String> within(String root, Map<String, String> files, String module, String... choices)
            throws IOException {
        Path folder = temp.resolve(root);
        for (Map.Entry<String, String> file : files.entrySet()) {
            Path path = folder.resolve(file.getKey());
            Files.createDirectories(path.getParent());
            Files.writeString(path, file.getValue());
        }
        FreshProject project = pfeiler.plan(folder.resolve(module), Sketch.chosen(choices), false);
        pfeiler.create(folder.resolve(module), project);
        Map<String, String> after = new TreeMap<>();
        for (String path : files.keySet()) after.put(path, Files.readString(folder.resolve(path)));
        after.put(
                module + "/" + project.descriptor(),
                Files.readString(folder.resolve(module + "/" + project.descriptor())));
        return after;
    }

    @Test
    void aFreshProjectBecomesAModuleOfTheBuildAroundIt() throws IOException {
        Map<String, String> maven = within(
                "harbour",
                Map.of(
                        "pom.xml",
                        """
                        <project xmlns="http://maven.apache.org/POM/4.0.0">
                            <modelVersion>4.0.0</modelVersion>
                            <groupId>no.haldervik</groupId>
                            <artifactId>harbour</artifactId>
                            <version>1.4-SNAPSHOT</version>
                            <packaging>pom</packaging>
                            <modules>
                                <module>core</module> <!-- the rest -->
                            </modules>
                            <properties>
                                <maven.compiler.release>17</maven.compiler.release>
                            </properties>
                            <dependencyManagement>
                                <dependencies>
                                    <dependency>
                                        <groupId>org.junit.jupiter</groupId>
                                        <artifactId>junit-jupiter</artifactId>
                                        <version>5.12.2</version>
                                    </dependency>
                                </dependencies>
                            </dependencyManagement>
                        </project>
                        """,
                        "core/pom.xml",
                        "<project/>"),
                "tools/wind",
                "level=17");
        Golden.check("fresh/module-maven", maven);
        assertThat(within(
                                "gradle-harbour",
                                Map.of(
                                        "settings.gradle",
                                        "rootProject.name = 'harbour'\ninclude 'core' // the rest\n// end\n",
                                        "build.gradle",
                                        "",
                                        "core/build.gradle",
                                        ""),
                                "tools/wind",
                                "target=gradle",
                                "gradle-version=8.14",
                                "level=17")
                        .get("settings.gradle"))
                .isEqualTo("rootProject.name = 'harbour'\ninclude 'core' // the rest\ninclude 'tools:wind'\n// end\n");
        Map<String, String> npm = Map.of(
                "package.json",
                "{\n\t\"name\": \"harbour\",\n\t\"workspaces\": [\n\t\t\"core\"\n\t]\n}\n",
                "core/package.json",
                "{\"name\": \"core\"}");
        assertThat(within("npm-harbour", npm, "wind", "target=npm", "language=javascript")
                        .get("package.json"))
                .isEqualTo("{\n\t\"name\": \"harbour\",\n\t\"workspaces\": [\n\t\t\"core\",\n\t\t\"wind\"\n\t]\n}\n");
    }

    @Test
    void namesThatALanguageReservesAreAvoided() {
        assertThat(plan("new", List.of("level=17", "group=org.class.2go")).files())
                .containsKey("src/main/java/org/class_/_2go/new_/Main.java");
        assertThat(plan("object", List.of("level=17", "language=kotlin", "group=org.object"))
                        .files())
                .containsKey("src/main/kotlin/org/object_/Main.kt");
        assertThat(plan("list", List.of("language=php")).files().get("src/Knots.php"))
                .contains("namespace AppList;");
    }

    @Test
    void versionControlAndALicenceMayBeThere() throws IOException {
        Path folder = Files.createDirectories(temp.resolve("licensed/.git")).getParent();
        Files.writeString(folder.resolve("LICENSE"), "all yours");
        pfeiler.create(folder, plan("licensed", List.of()));
        assertThat(folder.resolve("LICENSE")).hasContent("all yours");
        assertThat(folder.resolve("pom.xml")).exists();
        Path file = Files.writeString(temp.resolve("file"), "");
        assertThatThrownBy(() -> plan("file", List.of())).hasMessage(file + " is not a directory.");
    }

    @Test
    void aLevelThatTheJdkCannotCompileForIsSaid() {
        assertThat(plan("wind", List.of("level=26")).lacking().get(0))
                .startsWith("Level 26 is newer than JDK ")
                .contains("choose --level");
    }

    @Test
    void aUsersOwnNeedsComeFirst() throws IOException {
        Path own = Files.createDirectories(temp.resolve("config/pfeiler/templates"));
        Files.writeString(own.resolve("Bell.java"), "package [=package];\n\nclass Bell {}\n");
        Files.writeString(
                own.getParent().resolve("needs.yaml"),
                """
                bell:
                  purpose: ring
                  served-by:
                    brass:
                      in:
                        java:
                          artifacts: ["no.port:bell:1.0"]
                          files: {"[=main]/Bell.java": Bell.java}
                json:
                  purpose: read and write JSON
                  served-by:
                    own:
                      in:
                        java: {artifacts: ["no.port:json:2.0"]}
                """);
        Pfeiler other = new Pfeiler(new Environment(
                temp.resolve("home"),
                Map.of("XDG_CONFIG_HOME", temp.resolve("config").toString()),
                Path.of(System.getProperty("java.home")),
                true));
        FreshProject project =
                other.plan(temp.resolve("own"), Sketch.chosen("need:bell=yes", "need:json=yes", "level=17"), false);
        assertThat(project.files().get("src/main/java/org/example/own/Bell.java"))
                .isEqualTo("package org.example.own;\n\nclass Bell {}\n");
        assertThat(project.files().get("pom.xml")).contains("<artifactId>bell</artifactId>", "<version>2.0</version>");
        Files.writeString(own.getParent().resolve("needs.yaml"), "bell: [");
        assertThatThrownBy(() -> new Pfeiler(new Environment(
                                temp.resolve("home"),
                                Map.of("XDG_CONFIG_HOME", temp.resolve("config").toString()),
                                Path.of(System.getProperty("java.home")),
                                true))
                        .needs())
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("needs.yaml");
    }

    @Test
    void needsAreFilteredByWords() {
        assertThat(pfeiler.needs().all().stream()
                        .filter(need -> need.matches("SQL"))
                        .map(Need::id))
                .containsExactly("database");
        assertThat(pfeiler.needs().all()).extracting(Need::id).isSorted();
    }

    /** What a managed project gets for a need, file by file. */
    private Map<String, String> added(String language, String target, String need) throws IOException {
        String name = "add-" + language + "-" + need.replace('=', '-');
        Path folder = temp.resolve(name);
        pfeiler.create(folder, plan(name, choices("program", language, target)));
        NeedChange change = pfeiler.planNeed(folder, need, true).orElseThrow();
        pfeiler.add(folder, change);
        Map<String, String> files = new TreeMap<>();
        for (Step step : change.steps()) files.put(step.path(), Files.readString(folder.resolve(step.path())));
        assertThatThrownBy(() -> pfeiler.planNeed(folder, need, true)).isInstanceOf(Refusal.class);
        return files;
    }

    @Test
    void managedProjectsGetWhatANeedTakes() throws IOException {
        Golden.check("fresh/add-java", added("java", "maven", "database"));
        Golden.check("fresh/add-php", added("php", "composer", "json"));
        Golden.check("fresh/add-typescript", added("typescript", "npm", "validation"));
        assertThat(added("kotlin", "gradle", "json=jackson").get("build.gradle"))
                .contains("implementation 'com.fasterxml.jackson.core:jackson-databind:2.18.2'");
        assertThat(pfeiler.planNeed(temp.resolve("add-java-database"), "gson", true))
                .isEmpty();
        assertThatThrownBy(() -> pfeiler.planNeed(temp.resolve("add-java-database"), "container", true))
                .hasMessage("No provider for the need container in a program in java.");
        assertThat(pfeiler.needs().all().stream().map(Need::id).collect(Collectors.toSet()))
                .contains("database", "json");
    }
}

package dev.pfeiler.cli;

import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.Sketch;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Proofs that go on to the running program: web archives of the later package names, and programs. */
class ServedIT {
    private static final Path SERVERS = Program.HOME.resolve("demo/target/servers");

    @TempDir
    Path folder;

    private final Program program = new Program();
    private Sketch sketch;

    @BeforeEach
    void setUp() throws IOException {
        sketch = new Sketch(Files.createDirectories(folder.resolve("pilots")));
    }

    private void webProgram() throws IOException {
        sketch.file(
                        "src/no/haldervik/pilots/RosterServlet.java",
                        "package no.haldervik.pilots;",
                        "import jakarta.servlet.annotation.WebServlet;",
                        "import jakarta.servlet.http.*;",
                        "@WebServlet(\"/roster\")",
                        "public class RosterServlet extends HttpServlet {",
                        "  @Override protected void doGet(HttpServletRequest q, HttpServletResponse r) throws java.io.IOException {",
                        "    r.setContentType(\"text/plain\");",
                        "    try (var in = getClass().getResourceAsStream(\"/roster.txt\")) { r.getWriter().print(new String(in.readAllBytes())); }",
                        "  }",
                        "}")
                .file(
                        ".classpath",
                        "<classpath><classpathentry kind='src' path='src'/><classpathentry kind='output' path='bin'/></classpath>")
                .file("src/roster.txt", "Ida Moe, north channel")
                .file("site/index.html", "<h1>Pilots</h1>")
                .file("site/hours.jsp", "<p><%= 6 * 4 %> hours</p>")
                .file("site/WEB-INF/web.xml", "<web-app xmlns='https://jakarta.ee/xml/ns/jakartaee' version='6.0'/>")
                .bytes(
                        "container/servlet-api.jar",
                        Files.readAllBytes(SERVERS.resolve("jakarta.servlet-api-6.0.0.jar")));
    }

    @Test
    void aWebProgramOfTheLaterNamesIsServedBeforeAndAfter() throws IOException {
        webProgram();
        assertThat(program.run("convert", "--choose", "level=17", sketch.root()).exit())
                .isZero();
        Program.Run prove = program.run("prove", sketch.root());
        assertThat(prove.exit()).as(prove.out() + prove.err()).isZero();
        // the welcome page, the page itself, the page that is made, the servlet
        assertThat(prove.out()).containsPattern("= pages +4 requested +4 requested");
    }

    @Test
    void aPageThatIsNoLongerServedIsADifference() throws IOException {
        webProgram();
        assertThat(program.run("convert", "--choose", "level=17", sketch.root()).exit())
                .isZero();
        Path pom = sketch.root().resolve("pom.xml");
        String withoutResources = "<resources><resource><directory>none</directory></resource></resources>";
        Files.writeString(pom, Files.readString(pom).replace("<build>", "<build>" + withoutResources));
        Program.Run prove = program.run("prove", sketch.root());
        assertThat(prove.exit()).isEqualTo(1);
        assertThat(prove.out()).contains("/roster (status 200 before, 500 now)");
        Program.Run without = program.run("prove", "--no-run", sketch.root());
        assertThat(without.out()).doesNotContain("pages");
    }

    @Test
    void aDescriptorThatIsWrongIsMendedAndServes() throws IOException {
        webProgram();
        sketch.file(
                "site/WEB-INF/web.xml",
                "<web-app xmlns='https://jakarta.ee/xml/ns/jakartaee' version='6.0'>",
                "  <servlet><servlet-name>duty</servlet-name>",
                "    <servlet-class>no.haldervik.RosterServlet</servlet-class></servlet>",
                "  <servlet-mapping><servlet-name>Duty</servlet-name><url-pattern>/duty</url-pattern></servlet-mapping>",
                "  <welcome-file-list><welcome-file>home.html</welcome-file></welcome-file-list>",
                "</web-app>");
        // annotations could declare what the descriptor does not
        String servlet = "src/no/haldervik/pilots/RosterServlet.java";
        String plain = Files.readString(sketch.root().resolve(servlet)).replace("@WebServlet(\"/roster\")", "");
        sketch.file(servlet, plain.replace("import jakarta.servlet.annotation.WebServlet;", ""));
        Map<String, String> before = sketch.digest();
        Program.Run convert = program.run("convert", "--choose", "level=17", sketch.root());
        assertThat(convert.exit()).as(convert.err()).isZero();
        assertThat(sketch.root().resolve("src/main/webapp/WEB-INF/web.xml"))
                .content()
                .contains("<servlet-class>no.haldervik.pilots.RosterServlet</servlet-class>")
                .contains("<servlet-name>duty</servlet-name><url-pattern>/duty")
                .contains("<welcome-file>index.html</welcome-file>");
        Program.Run prove = program.run("prove", sketch.root());
        assertThat(prove.exit()).as(prove.out() + prove.err()).isZero();
        assertThat(prove.out())
                .containsPattern("changed WEB-INF/web.xml \\(\\d+, now \\d+ bytes\\): fixed by the conversion")
                .contains("Proven: every difference");
        assertThat(program.run("undo", sketch.root()).exit()).isZero();
        Map<String, String> after = sketch.digest();
        after.keySet().removeIf(path -> path.startsWith("target"));
        assertThat(after).isEqualTo(before);
    }

    @Test
    void aProgramOfTheOlderStyleIsServedBeforeAndAfter() throws IOException {
        Path project = Program.demo("harbourlog", folder);
        String descriptor = Files.readString(project.resolve("WebContent/WEB-INF/web.xml"));
        assertThat(program.run("survey", project).out()).contains("2.3");
        assertThat(program.run("convert", project).exit()).isZero();
        assertThat(project.resolve("src/main/webapp/WEB-INF/web.xml")).content().isEqualTo(descriptor);
        assertThat(Files.readString(project.resolve("pom.xml")))
                .contains("<artifactId>servlet-api</artifactId>")
                .contains("<artifactId>jsp-api</artifactId>")
                .contains("<scope>provided</scope>");
        Program.Run prove = program.run("prove", project);
        assertThat(prove.exit()).as(prove.out() + prove.err()).isZero();
        assertThat(prove.out())
                .contains("Nothing says how the project was compiled; the baseline compiles what was decided.");
        // the welcome page, the page that it is forwarded to, the address of the servlet, the page that shows the log
        assertThat(prove.out()).containsPattern("= pages +4 requested +4 requested");
    }

    @Test
    void aProgramThatHoldsItsServerIsAskedBeforeAndAfter() throws IOException {
        Path project = Program.demo("towlist", folder);
        assertThat(program.run("convert", project).exit()).isZero();
        Path pom = project.resolve("pom.xml");
        assertThat(pom)
                .content()
                .contains("<artifactId>spring-boot-starter-web</artifactId>")
                .contains("<artifactId>spring-boot-starter-thymeleaf</artifactId>")
                .doesNotContain("tomcat-embed");
        Program.Run prove = program.run("prove", project);
        assertThat(prove.exit()).as(prove.out() + prove.err()).isZero();
        // the list and its style sheet
        assertThat(prove.out()).containsPattern("= pages +2 requested +2 requested");
        // without its template engine it compiles as before, and answers with an error
        String withoutEngine = Files.readString(pom)
                .replaceFirst(
                        "(?s)<dependency>\\s*<groupId>[^<]*</groupId>\\s*<artifactId>spring-boot-starter-thymeleaf.*?</dependency>",
                        "");
        Files.writeString(pom, withoutEngine);
        Program.Run broken = program.run("prove", project);
        assertThat(broken.exit()).isEqualTo(1);
        assertThat(broken.out()).contains("/ (status 200 before, ");
    }

    @Test
    void aProgramIsStartedWithTheSameWords() throws IOException {
        sketch.file(
                        "src/no/haldervik/pilots/Roster.java",
                        "package no.haldervik.pilots;",
                        "public class Roster {",
                        "  public static void main(String[] words) throws Exception {",
                        "    System.out.println(java.nio.file.Files.readString(java.nio.file.Path.of(words[0])) + new Object());",
                        "  }",
                        "}")
                .file("build.sh", "javac -d out $(find src -name '*.java')")
                .file("data/roster.txt", "Ida Moe");
        assertThat(program.run("convert", "--choose", "level=17", sketch.root()).exit())
                .isZero();
        Program.Run prove = program.run("prove", "--run-with", "data/roster.txt", sketch.root());
        assertThat(prove.exit()).as(prove.out() + prove.err()).isZero();
        assertThat(prove.out()).containsPattern("= run data/roster.txt +exit 0 +exit 0");
        assertThat(program.run("prove", sketch.root()).out())
                .containsPattern("= run --help +exit 1 +exit 1")
                .contains("exits with code 1 with the old wiring, too");
    }
}

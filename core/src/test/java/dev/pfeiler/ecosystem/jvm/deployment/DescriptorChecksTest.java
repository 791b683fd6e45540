package dev.pfeiler.ecosystem.jvm.deployment;

import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.Pfeiler;
import dev.pfeiler.Sketch;
import dev.pfeiler.conversion.Step;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.process.Environment;
import dev.pfeiler.proposal.Proposal;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class DescriptorChecksTest {
    @TempDir
    Path folder;

    private Sketch sketch;

    @BeforeEach
    void setUp() throws IOException {
        sketch = new Sketch(Files.createDirectories(folder.resolve("port")))
                .file(
                        "src/no/port/BoardServlet.java",
                        "package no.port;",
                        "import javax.servlet.http.HttpServlet;",
                        "public class BoardServlet extends HttpServlet { static class Inner {} }")
                .describedJar(
                        "container/servlet-api.jar",
                        "javax.servlet:javax.servlet-api:3.1.0",
                        "javax.servlet.Servlet",
                        "javax.servlet.http.HttpServlet")
                .file("web/index.html", "<p>");
    }

    /** What is wrong in a descriptor with that version and those lines, as subject and the start of the fact. */
    private List<String> wrong(String version, String... lines) throws IOException {
        sketch.file(
                "web/WEB-INF/web.xml",
                "<web-app xmlns='http://xmlns.jcp.org/xml/ns/javaee' version='" + version + "'>\n"
                        + String.join("\n", lines) + "\n</web-app>");
        return wrong();
    }

    private List<String> wrong() {
        Path home = folder.resolve("home");
        Environment alone = Sketch.alone(home, true);
        return new Pfeiler(alone)
                .survey(sketch.root()).findings().stream()
                        .filter(Finding::leftForYou)
                        .filter(f -> f.topic() == Finding.Topic.TROUBLE)
                        .map(f -> f.subject() + " " + f.fact() + " @"
                                + f.evidence().get(0).place().replaceFirst(".*/", ""))
                        .toList();
    }

    private static String servlet(String name, String type, String pattern) {
        return "<servlet><servlet-name>" + name + "</servlet-name><servlet-class>" + type
                + "</servlet-class></servlet>\n<servlet-mapping><servlet-name>" + name + "</servlet-name><url-pattern>"
                + pattern + "</url-pattern></servlet-mapping>";
    }

    @Test
    void aSoundDescriptorGivesNoFinding() throws IOException {
        assertThat(wrong(
                        "3.1",
                        servlet("board", "no.port.BoardServlet", "/board/*"),
                        servlet("inner", "no.port.BoardServlet$Inner", "*.do"),
                        servlet("theirs", "org.example.server.Special", "/special"),
                        "<servlet-mapping><servlet-name>default</servlet-name><url-pattern>/css/*</url-pattern></servlet-mapping>",
                        "<welcome-file-list><welcome-file>board.jsp</welcome-file><welcome-file>index.html</welcome-file></welcome-file-list>",
                        "<error-page><error-code>404</error-code><location>/board/lost</location></error-page>"))
                .isEmpty();
    }

    @Test
    void classesThatAreNotThere() throws IOException {
        assertThat(wrong(
                        "3.1",
                        servlet("a", "no.port.BordServlet", "/a"),
                        servlet("b", "no.harbour.BoardServlet", "/b")))
                .containsExactly(
                        "no.port.BordServlet is referenced, but no source or library contains it; correct the name or remove the element @web.xml:2",
                        "no.harbour.BoardServlet is referenced, but no source or library contains it; did you mean no.port.BoardServlet? @web.xml:4");
        sketch.file("web/WEB-INF/web.xml", "<web-app version='3.1'/>")
                .file(
                        "src/META-INF/persistence.xml",
                        "<persistence><persistence-unit name='u'>",
                        "<class>no.port.Berth</class></persistence-unit></persistence>")
                .file(
                        "web/WEB-INF/faces-config.xml",
                        "<faces-config><managed-bean><managed-bean-class>no.port.BoardServlet</managed-bean-class></managed-bean></faces-config>");
        assertThat(wrong())
                .filteredOn(line -> !line.contains("requires a persistence provider"))
                .singleElement()
                .asString()
                .startsWith("no.port.Berth ")
                .endsWith("@persistence.xml:2");
    }

    @Test
    void mappingsAndPatterns() throws IOException {
        assertThat(
                        wrong(
                                "3.1",
                                servlet("a", "no.port.BoardServlet", "/a"),
                                servlet("b", "no.port.BoardServlet", "/a"),
                                "<servlet-mapping><servlet-name>c</servlet-name><url-pattern>c</url-pattern></servlet-mapping>",
                                "<filter><filter-name>f</filter-name><filter-class>no.port.BoardServlet</filter-class></filter>"))
                .extracting(line -> line.replaceFirst("[,;].*@", " @"))
                .containsExactly(
                        "c is mapped @web.xml:6",
                        "f is a filter without a mapping @web.xml:7",
                        "/a is mapped to a as well @web.xml:5",
                        "c is not a valid URL pattern @web.xml:6");
    }

    @Test
    void pagesAndResources() throws IOException {
        String[] lines = {
            "<welcome-file-list><welcome-file>home.jsp</welcome-file></welcome-file-list>",
            "<error-page><error-code>404</error-code><location>/lost.html</location></error-page>",
            "<resource-ref><res-ref-name>jdbc/tides</res-ref-name></resource-ref>"
        };
        assertThat(wrong("3.1", lines))
                .extracting(line -> line.replaceFirst("[,;].*@", " @"))
                .containsExactly(
                        "home.jsp is a welcome file that does not exist @web.xml:2",
                        "/lost.html is used as location @web.xml:3",
                        "jdbc/tides is a resource that the project does not define @web.xml:4");
        sketch.file("web/home.jsp", "x")
                .file("web/lost.html", "x")
                .file("web/META-INF/context.xml", "<Context><Resource name='jdbc/tides'/></Context>");
        assertThat(wrong("3.1", lines)).isEmpty();
    }

    @Test
    void versionsThatDoNotFit() throws IOException {
        assertThat(wrong("4.0"))
                .singleElement()
                .asString()
                .contains("later than the servlet API on the class path, 3.1.0");
        assertThat(wrong("6.0")).singleElement().asString().contains("belongs to jakarta.servlet");
        sketch.file(
                "src/no/port/Feed.java",
                "package no.port;",
                "import javax.servlet.annotation.WebServlet;",
                "@WebServlet(\"/feed\") class Feed {}");
        assertThat(wrong("2.4")).singleElement().asString().contains("makes the container ignore annotations");
        assertThat(wrong("3.1")).isEmpty();
    }

    @Test
    void theOrderThatADocumentTypeAsksFor() throws IOException {
        String type =
                "<!DOCTYPE web-app PUBLIC '-//Sun Microsystems, Inc.//DTD Web Application 2.3//EN' 'web-app_2_3.dtd'>";
        sketch.file(
                "web/WEB-INF/web.xml",
                type,
                "<web-app>",
                servlet("a", "no.port.BoardServlet", "/a"),
                "<display-name>Port</display-name></web-app>");
        assertThat(wrong())
                .singleElement()
                .asString()
                .startsWith(
                        "<display-name> follows <servlet-mapping>, which a descriptor of version 2.3 does not allow");
        assertThat(wrong("2.4", servlet("a", "no.port.BoardServlet", "/a"), "<display-name>Port</display-name>"))
                .isEmpty();
    }

    @Test
    void whatCanOnlyMeanOneThingIsMendedInPlace() throws IOException {
        sketch.file(
                "web/WEB-INF/web.xml",
                "<web-app version='3.1'><!-- the board -->",
                servlet("board", "no.harbour.BoardServlet", "board/*"),
                "  <welcome-file-list><welcome-file> start.html </welcome-file></welcome-file-list>",
                "</web-app>");
        sketch.file(
                "src/beans.xml",
                "<beans>",
                "  <bean id='BoardServlet'",
                "        class=\"no.BoardServlet\"/>",
                "</beans>");
        Pfeiler pfeiler = new Pfeiler(Sketch.alone(folder.resolve("home"), true));
        Proposal proposal = propose(pfeiler);
        assertThat(edited(proposal, "web/WEB-INF/web.xml"))
                .extracting(Step.Change::after)
                .containsExactly(
                        servlet("board", "no.port.BoardServlet", "x").split("\n")[0],
                        servlet("board", "x", "/board/*").split("\n")[1],
                        "<welcome-file-list><welcome-file> index.html </welcome-file></welcome-file-list>");
        assertThat(edited(proposal, "src/beans.xml"))
                .containsExactly(new Step.Change(3, "class=\"no.BoardServlet\"/>", "class=\"no.port.BoardServlet\"/>"));
        assertThat(proposal.leftForYou()).extracting(Finding::subject).doesNotContain("no.harbour.BoardServlet");
        Proposal kept = propose(pfeiler, "fix:web/WEB-INF/web.xml:board/*=keep");
        assertThat(edited(kept, "web/WEB-INF/web.xml")).hasSize(2);
        assertThat(kept.leftForYou()).extracting(Finding::subject).contains("board/*");
    }

    private Proposal propose(Pfeiler pfeiler, String... chosen) {
        return pfeiler.propose(pfeiler.survey(sketch.root()), Sketch.chosen(chosen));
    }

    private static List<Step.Change> edited(Proposal proposal, String path) {
        return proposal.steps().stream()
                .filter(step -> step instanceof Step.Edit && step.path().equals(path))
                .map(step -> ((Step.Edit) step).changes())
                .findFirst()
                .orElse(List.of());
    }
}

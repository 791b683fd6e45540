package dev.pfeiler.ecosystem.jvm;

import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.conversion.Step;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.proposal.Proposal;
import dev.pfeiler.proposal.Question;
import java.io.IOException;
import java.nio.file.Files;
import java.util.List;
import org.junit.jupiter.api.Test;

/** What is deployed: web and enterprise archives, their descriptors, what runs them and what they need. */
class JvmDeploymentTest extends ProposedProject {
    @Test
    void webArchivesAreServedInTheFamilyOfTheirPackageNames() throws IOException {
        sketch.file("src/p/S.java", "package p; class S extends javax.servlet.http.HttpServlet {}")
                .file("web/WEB-INF/web.xml", "<web-app version='3.1'/>")
                .jar("lib/api.jar", "javax.servlet.Servlet", "javax.servlet.http.HttpServlet");
        assertThat(written(propose(), "pom.xml"))
                .containsSubsequence("jetty-maven-plugin", "<version>9.4", "<contextPath>/");
        sketch.file("src/p/S.java", "package p; class S extends jakarta.servlet.http.HttpServlet {}")
                .jar("lib/api.jar", "jakarta.servlet.Servlet", "jakarta.servlet.http.HttpServlet");
        assertThat(written(propose(), "pom.xml")).contains("jetty-ee");
        assertThat(propose().commands()).extracting(Proposal.Command::line).contains("mvn jetty:run");
    }

    private void servlet(String... build) throws IOException {
        sketch.file("src/p/S.java", "package p; class S extends javax.servlet.http.HttpServlet { q.Gauge g; }")
                .file("web/WEB-INF/web.xml", "<web-app version='3.1'/>")
                .describedJar("lib/gauge.jar", "q:gauge:1.0", "q.Gauge")
                .describedJar("lib/api.jar", "javax.servlet:javax.servlet-api:3.1.0", "javax.servlet.http.HttpServlet")
                .describedJar("run/store.jar", "q:store:2.0", "q.store.Driver")
                .file("build.xml", build);
    }

    @Test
    void whatTheBuildLaysIntoAWebArchiveIsDeployedWithIt() throws IOException {
        servlet(
                "<project><target name='x'><javac srcdir='src' destdir='out'><classpath><fileset dir='lib'/></classpath></javac>",
                "<war destfile='s.war'><fileset dir='web'/><classes dir='out'/><lib dir='lib' includes='g*'/><lib dir='run'/>",
                "<webinf dir='etc' includes='tide*'/><classes dir='text'/></war></target></project>");
        sketch.file("etc/tide.xml", "<t/>").file("etc/notes.txt", "x").file("text/words.txt", "x");
        Proposal proposal = propose();
        assertThat(value(proposal, "scope:lib/gauge.jar")).isEqualTo("compile");
        assertThat(value(proposal, "scope:lib/api.jar")).isEqualTo("provided");
        assertThat(value(proposal, "scope:run/store.jar")).isEqualTo("runtime");
        assertThat(goal(proposal, "etc/tide.xml")).isEqualTo("src/main/webapp/WEB-INF/tide.xml");
        assertThat(goal(proposal, "etc/notes.txt")).isEqualTo("stays");
        assertThat(goal(proposal, "text/words.txt")).isEqualTo("src/main/resources/words.txt");
        assertThat(written(propose("layout=keep"), "pom.xml"))
                .containsSubsequence(
                        "<webResources>", "<directory>etc<", "<targetPath>WEB-INF<", "<exclude>notes.txt</exclude>");
    }

    @Test
    void aLibraryIsLeftToTheServerOnlyWhereSomethingShowsWhatIsDeployed() throws IOException {
        servlet(
                "<project><target name='x'><javac srcdir='src' destdir='out'><classpath><fileset dir='lib'/></classpath>",
                "</javac></target></project>");
        assertThat(value(propose(), "scope:lib/gauge.jar")).isEqualTo("compile");
        sketch.jar("web/WEB-INF/lib/other.jar", "q.Other");
        assertThat(value(propose(), "scope:lib/gauge.jar")).isEqualTo("provided");
    }

    @Test
    void withoutAnyWiringAJarThatIsUsedIsALibraryThoughItIsNotDeployed() throws IOException {
        servlet("<project/>");
        Files.delete(sketch.root().resolve("build.xml"));
        sketch.jar("web/WEB-INF/lib/other.jar", "q.Other");
        Proposal proposal = propose();
        assertThat(value(proposal, "scope:lib/api.jar")).isEqualTo("provided");
        assertThat(value(proposal, "scope:lib/gauge.jar")).isEqualTo("provided");
        assertThat(proposal.questions()).extracting(Question::key).noneMatch(key -> key.startsWith("library:"));
    }

    /** Two projects of an IDE, and a third that packs them. */
    private void enterprise() throws IOException {
        String facet = ".settings/org.eclipse.wst.common.project.facet.core.xml";
        String component = ".settings/org.eclipse.wst.common.component";
        sketch.file("beans/.project", "<projectDescription><name>Beans</name></projectDescription>")
                .file("beans/src/p/Fees.java", "package p; @javax.ejb.Stateless public class Fees { q.Gauge g; }")
                .file(
                        "beans/.classpath",
                        "<classpath><classpathentry kind='src' path='src'/>",
                        "<classpathentry kind='lib' path='../ear/lib/gauge.jar'/></classpath>")
                .file("beans/" + facet, "<f><installed facet='jst.ejb'/></f>")
                .file("beans/" + component, "<m><wb-module deploy-name='Beans'/></m>")
                .file("web/.project", "<projectDescription><name>Web</name></projectDescription>")
                .file(
                        "web/.classpath",
                        "<classpath><classpathentry kind='src' path='src'/>",
                        "<classpathentry kind='src' path='/Beans'/>",
                        "<classpathentry kind='lib' path='../server/api.jar'/></classpath>")
                .file("web/src/q/S.java", "package q; class S extends javax.servlet.http.HttpServlet { p.Fees f; }")
                .file("web/pages/WEB-INF/web.xml", "<web-app version='3.1'/>")
                .file("web/" + facet, "<f><installed facet='jst.web'/></f>")
                .file(
                        "web/" + component,
                        "<m><wb-module deploy-name='Web'><wb-resource deploy-path='/' source-path='/pages'/></wb-module></m>")
                .file("ear/.project", "<projectDescription><name>Ear</name></projectDescription>")
                .file("ear/" + facet, "<f><installed facet='jst.ear'/></f>")
                .file(
                        "ear/" + component,
                        "<m><wb-module deploy-name='Ear'><wb-resource deploy-path='/' source-path='/'/>",
                        "<dependent-module archiveName='Beans.jar' deploy-path='/' handle='module:/resource/Beans/Beans'/>",
                        "<dependent-module archiveName='Web.war' deploy-path='/' handle='module:/resource/Web/Web'/>",
                        "</wb-module></m>")
                .describedJar("ear/lib/gauge.jar", "q:gauge:1.0", "q.Gauge")
                .describedJar(
                        "server/api.jar",
                        "javax:javaee-api:7.0",
                        "javax.servlet.Servlet",
                        "javax.servlet.http.HttpServlet",
                        "javax.ejb.Stateless");
    }

    @Test
    void anEnterpriseArchivePacksTheOtherProjects() throws IOException {
        enterprise();
        Proposal proposal = propose();
        assertThat(written(proposal, "pom.xml"))
                .contains("<module>beans</module>\n    <module>web</module>\n    <module>ear</module>");
        assertThat(written(proposal, "ear/pom.xml"))
                .contains("<packaging>ear</packaging>")
                .containsSubsequence("<artifactId>Web</artifactId>", "<type>war</type>")
                .containsSubsequence("<artifactId>gauge</artifactId>", "<generateApplicationXml>false<")
                .containsSubsequence("<jarModule>", "<uri>Beans.jar</uri>", "<webModule>", "<uri>Web.war</uri>");
        assertThat(written(proposal, "web/pom.xml"))
                .as("the archive around it brings it")
                .containsSubsequence("<artifactId>Beans</artifactId>", "<scope>provided</scope>")
                .doesNotContain("jetty");
        assertThat(goal(proposal, "ear/.project")).isEqualTo("retired");
    }

    @Test
    void anEnterpriseArchiveIsToldOfAPathThatIsNotItsModulesName() throws IOException {
        enterprise();
        assertThat(written(propose(), "ear/src/main/application/META-INF/application.xml"))
                .as("the names say it all")
                .isEmpty();
        String component = "web/.settings/org.eclipse.wst.common.component";
        String stated = Files.readString(sketch.root().resolve(component))
                .replace("</wb-module>", "<property name='context-root' value='board'/></wb-module>");
        sketch.file(component, stated);
        assertThat(written(propose(), "ear/src/main/application/META-INF/application.xml"))
                .contains("<ejb>Beans.jar</ejb>")
                .containsSubsequence("<web-uri>Web.war</web-uri>", "<context-root>/board</context-root>");
        assertThat(propose("application.xml:Ear=without").steps())
                .extracting(Step::path)
                .noneMatch(path -> path.endsWith("application.xml"));
    }

    @Test
    void whatTheDescriptorOfAnEnterpriseArchiveNamesHasToBeThere() throws IOException {
        enterprise();
        sketch.file(
                "ear/META-INF/application.xml",
                "<application version='7'><module><ejb>Bean.jar</ejb></module>",
                "<module><web><web-uri>Web.war</web-uri><context-root>/b</context-root></web></module>",
                "<module><web><web-uri>Old.war</web-uri><context-root>b</context-root></web></module></application>");
        assertThat(propose().leftForYou())
                .filteredOn(finding -> finding.evidence().stream()
                        .anyMatch(evidence -> evidence.file().endsWith("application.xml")))
                .extracting(finding -> finding.subject() + " " + finding.fact().replaceFirst(";.*", "") + " @"
                        + finding.evidence().get(0).line())
                .containsExactlyInAnyOrder(
                        "Bean.jar is declared as a module but not contained in the archive @1",
                        "Old.war is declared as a module but not contained in the archive @3",
                        "b is the path of Web.war and of Old.war @3");
    }

    @Test
    void aWebDescriptorIsWrittenWhereOneIsNeeded() throws IOException {
        sketch.file("src/p/A.java", "package p; class A {}")
                .file("pages/index.jsp", "<p>")
                .file("pages/b.jsp", "<p>");
        String path = "src/main/webapp/WEB-INF/web.xml";
        assertThat(written(propose(), path)).as("nothing asks for it").isEmpty();
        sketch.describedJar("lib/api.jar", "javax.servlet:servlet-api:2.3", "javax.servlet.Servlet");
        assertThat(written(propose(), path))
                .contains("<!DOCTYPE web-app PUBLIC")
                .contains("<welcome-file>index.jsp</welcome-file>")
                .doesNotContain("b.jsp");
        assertThat(written(propose("web.xml=without"), path)).isEmpty();
        sketch.describedJar(
                "lib/api.jar",
                "javax.servlet:javax.servlet-api:4.0.1",
                "javax.servlet.Servlet",
                "javax.servlet.annotation.WebServlet");
        assertThat(written(propose(), path)).as("annotations may do it").isEmpty();
        sketch.file("pages/WEB-INF/port-servlet.xml", "<beans/>")
                .jar("lib/mvc.jar", "org.springframework.web.servlet.DispatcherServlet");
        assertThat(written(propose(), path))
                .contains("version=\"4.0\"")
                .containsSubsequence(
                        "<servlet-name>port</servlet-name>",
                        "<servlet-class>org.springframework.web.servlet.DispatcherServlet</servlet-class>",
                        "<url-pattern>/</url-pattern>");
        assertThat(written(propose("layout=keep"), "pages/WEB-INF/web.xml")).isNotEmpty();
        sketch.file("pages/WEB-INF/web.xml", "<web-app version='4.0'/>");
        assertThat(propose().leftForYou())
                .extracting(Finding::fact)
                .anyMatch(fact -> fact.contains("declare it, mapped" + " to /"));
        Files.delete(sketch.root().resolve("pages/WEB-INF/web.xml"));
        sketch.file("src/p/Start.java", "package p; class Start implements WebApplicationInitializer {}");
        assertThat(written(propose(), path)).as("declared by code").isEmpty();
    }

    @Test
    void aDescriptorNamesTheOnlyModuleOfAnEnterpriseArchive() throws IOException {
        servlet("<project><target name='x'><javac srcdir='src' destdir='out'/></target></project>");
        sketch.file(
                "META-INF/application.xml",
                "<application version='6'><display-name>Port desk</display-name>",
                "<module><web><web-uri>desk.war</web-uri><context-root>/d</context-root></web></module></application>");
        Proposal proposal = propose();
        assertThat(written(proposal, "port-desk/pom.xml"))
                .containsSubsequence("<version>6</version>", "<uri>desk.war</uri>", "<contextRoot>/d</contextRoot>");
        assertThat(goal(proposal, "META-INF/application.xml"))
                .isEqualTo("port-desk/src/main/application/META-INF/application.xml");
        assertThat(goal(proposal, "web/WEB-INF/web.xml")).isEqualTo("desk/src/main/webapp/WEB-INF/web.xml");
        sketch.file(
                "META-INF/application.xml",
                "<application version='6'><module><ejb>beans.jar</ejb></module>",
                "<module><web><web-uri>desk.war</web-uri></web></module></application>");
        assertThat(goal(propose(), "META-INF/application.xml")).isEqualTo("stays");
        assertThat(propose().leftForYou())
                .extracting(Finding::fact)
                .anyMatch(fact -> fact.contains("whose modules cannot be assigned to sources"));
    }

    @Test
    void filesLieInTheArchiveWhereTheBuildLaidThem() throws IOException {
        sketch.file("src/p/A.java", "package p; class A {}")
                .file("etc/port.xml", "<p/>")
                .file("etc/notes.txt", "x")
                .file(
                        "build.xml",
                        "<project><target name='x'><javac srcdir='src' destdir='out'/><jar destfile='a.jar' basedir='out'>",
                        "<metainf dir='etc' includes='*.xml'/></jar></target></project>");
        assertThat(goal(propose(), "etc/port.xml")).isEqualTo("src/main/resources/META-INF/port.xml");
        assertThat(goal(propose(), "etc/notes.txt")).isEqualTo("stays");
        assertThat(written(propose("layout=keep"), "pom.xml"))
                .containsSubsequence("<targetPath>META-INF</targetPath>", "<directory>etc</directory>");
    }

    @Test
    void whatSeveralPlacesStateIsLaidSideBySide() throws IOException {
        sketch.file("src/p/A.java", "package p; class A {}")
                .file(
                        "build.xml",
                        "<project name='tides'><target name='x'><javac srcdir='src' target='11'/></target></project>")
                .file(".project", "<projectDescription><name>tide-board</name></projectDescription>")
                .file(".classpath", "<classpath><classpathentry kind='src' path='src'/></classpath>")
                .file("Dockerfile", "FROM eclipse-temurin:1.8-jre", "COPY port.jar /")
                .file(".github/workflows/build.yml", "steps:", "  - with:", "      java-version: '17'")
                .file(".java-version", "11.0.2");
        Proposal proposal = propose();
        assertThat(proposal.agreements())
                .extracting(row -> row.subject() + " " + row.standing() + " "
                        + row.statements().stream()
                                .map(s -> s.value() + "@" + s.evidence().place() + (s.agrees() ? "" : "!"))
                                .toList())
                .contains(
                        "Name tides [tides@build.xml:1, tide-board@.project:1!]",
                        "Java level 11 [11@build.xml:1, on 17@.github/workflows/build.yml:3, on 11@.java-version:1, on 8@Dockerfile:1!]");
        // the IDE's file leaves, the container file does not
        assertThat(proposal.leftForYou())
                .filteredOn(f -> f.fact().contains("make them agree"))
                .singleElement()
                .satisfies(f -> assertThat(f.evidence().get(0).place()).isEqualTo("Dockerfile:1"));
    }

    @Test
    void containerFilesAreHeldAgainstWhatIsBuilt() throws IOException {
        sketch.file("src/p/A.java", "package p; class A { public static void main(String[] a) {} }")
                .file("src/p/B.java", "package p; class B { public static void main(String[] a) {} }")
                .file(
                        "build.xml",
                        "<project><property name='version' value='2.1'/><target name='x'><javac srcdir='src' destdir='out'/>",
                        "<jar destfile='dist/port.jar' basedir='out'/></target></project>")
                .file(
                        "Dockerfile",
                        "FROM eclipse-temurin:17",
                        "COPY --chown=1 dist/port.jar \\",
                        "  /app/",
                        "CMD [\"java\", \"-cp\", \"/app/port.jar\", \"p.B\"]");
        Proposal proposal = propose();
        assertThat(value(proposal, "run")).as("what the image starts").isEqualTo("p.B");
        assertThat(proposal.steps())
                .filteredOn(step -> step.path().equals("Dockerfile"))
                .singleElement()
                .satisfies(step -> assertThat(((Step.Edit) step).content().lines())
                        .startsWith("FROM eclipse-temurin:17", "COPY --chown=1 target/port.jar \\", "  /app/"));
        assertThat(propose("run=p.A").agreements())
                .filteredOn(row -> row.subject().equals("Main class"))
                .singleElement()
                .satisfies(row ->
                        assertThat(row.statements().get(0).stillDiffers()).isTrue());
    }

    @Test
    void aWebArchiveIsServedBelowThePathThatAllPlacesState() throws IOException {
        servlet("<project><target name='x'><javac srcdir='src' destdir='out'/></target></project>");
        sketch.file("Dockerfile", "FROM tomcat:9", "COPY port.war /usr/local/tomcat/webapps/tides.war")
                .file("web/META-INF/context.xml", "<Context path='/board'/>")
                .file("web/WEB-INF/web.xml", "<web-app version='4.0'/>");
        assertThat(propose().agreements())
                .extracting(row -> row.subject() + " " + row.standing() + " "
                        + row.statements().stream()
                                .map(s -> s.value() + (s.agrees() ? "" : "!"))
                                .toList())
                .contains("Context path port [tides!, board!]", "Servlet API 3.1.0 [4.0!]");
    }

    @Test
    void aThemeThatNoLibraryHasIsTold() throws IOException {
        servlet("<project><target name='x'><javac srcdir='src' destdir='out'/></target></project>");
        sketch.jar("web/WEB-INF/lib/primefaces.jar", "org.primefaces.component.button.Button")
                .file(
                        "web/WEB-INF/web.xml",
                        "<web-app version='3.1'><context-param><param-name>primefaces.THEME</param-name>",
                        "<param-value>fjord</param-value></context-param></web-app>");
        assertThat(needs()).containsExactly("fjord org.primefaces.themes:fjord @web/WEB-INF/web.xml:1");
        sketch.jar("web/WEB-INF/lib/fjord-1.0.jar", "q.Theme");
        assertThat(needs()).isEmpty();
    }

    @Test
    void theManifestAmongTheSourcesIsThatOfTheArchive() throws IOException {
        sketch.file("src/p/A.java", "package p; class A { public static void main(String[] a) {} }")
                .file("src/p/B.java", "package p; class B { public static void main(String[] a) {} }")
                .file(
                        "src/META-INF/MANIFEST.MF",
                        "Manifest-Version: 1.0",
                        "Bundle-SymbolicName: no.port;singleton:=true",
                        "Bundle-Version: 3.0",
                        "Main-Class: p.B");
        Proposal proposal = propose();
        assertThat(written(proposal, "pom.xml"))
                .contains("<manifestFile>src/main/resources/META-INF/MANIFEST.MF</manifestFile>")
                .doesNotContain("manifestEntries");
        assertThat(value(proposal, "run")).isEqualTo("p.B");
        assertThat(proposal.agreements()).extracting("subject").contains("Version");
        assertThat(pfeiler.survey(sketch.root()).findings())
                .filteredOn(finding -> finding.fact().equals("manifest of the plug-in no.port"))
                .singleElement()
                .satisfies(f -> assertThat(f.evidence().get(0).line()).isEqualTo(2));
        assertThat(written(propose("layout=keep"), "pom.xml")).contains("<manifestFile>src/META-INF/MANIFEST.MF<");
        sketch.file("src/META-INF/MANIFEST.MF", "Main-Class: p.A", "Class-Path: lib/a.jar", "Tide: low");
        assertThat(written(propose(), "pom.xml"))
                .contains("<addClasspath>true</addClasspath>", "<Tide>low</Tide>", "<mainClass>p.A</mainClass>")
                .doesNotContain("manifestFile");
        sketch.file("port.mf", "Main-Class: p.B", "Gauge: nine")
                .file(
                        "build.xml",
                        "<project><target name='x'><javac srcdir='src' destdir='out'/>",
                        "<jar destfile='a.jar' basedir='out' manifest='port.mf'/></target></project>");
        assertThat(written(propose(), "pom.xml")).contains("<mainClass>p.B</mainClass>", "<Gauge>nine</Gauge>");
    }

    private List<String> needs() {
        return propose().leftForYou().stream()
                .filter(finding -> finding.fact().contains("; add "))
                .map(finding -> finding.subject() + " "
                        + finding.fact()
                                .replaceFirst(".*; add ", "")
                                .replaceFirst("^one, such as ", "")
                                .replaceFirst(",.*", "")
                        + " "
                        + finding.evidence())
                .map(line -> line.replaceAll("\\[Evidence\\[file=(.*?), line=(\\d+).*", "@$1:$2"))
                .toList();
    }

    @Test
    void whatAProgramNeedsOnlyWhenItRunsIsToldBefore() throws IOException {
        sketch.file(
                        "src/p/A.java",
                        "package p;",
                        "import org.slf4j.Logger;",
                        "import org.springframework.boot.SpringApplication;",
                        "class A { public static void main(String[] a) {} }")
                .file("src/META-INF/persistence.xml", "<persistence/>")
                .file("src/templates/home.html", "<p>")
                .file(
                        "src/app.properties",
                        "# jdbc:mysql://x",
                        "url=jdbc:postgresql://port/tides?password=gull",
                        "other=jdbc:h2:mem")
                .file(
                        "build.sh",
                        "javac -cp lib/a.jar:lib/h2.jar -d out src/p/A.java",
                        "cp -r src/META-INF src/templates src/app.properties out/",
                        "java -cp out p.A")
                .jar(
                        "lib/a.jar",
                        "org.slf4j.Logger",
                        "org.slf4j.LoggerFactory",
                        "org.springframework.boot.SpringApplication")
                .jar("lib/h2.jar", "org.h2.Driver");
        assertThat(needs())
                .containsExactlyInAnyOrder(
                        "jdbc:postgresql org.postgresql:postgresql @src/app.properties:2",
                        "src/META-INF/persistence.xml org.hibernate:hibernate-core @src/META-INF/persistence.xml:0",
                        "src/templates/home.html org.springframework.boot:spring-boot-starter-thymeleaf @src/templates/home.html:0",
                        "org.slf4j ch.qos.logback:logback-classic @src/p/A.java:2");
        assertThat(propose().leftForYou()).flatExtracting(Finding::evidence).noneMatch(e -> e.toString()
                .contains("gull"));
        sketch.jar(
                "lib/b.jar",
                "org.postgresql.Driver",
                "org.slf4j.impl.StaticLoggerBinder",
                "org.thymeleaf.TemplateEngine",
                "org.hibernate.jpa.HibernatePersistenceProvider");
        assertThat(needs()).isEmpty();
        sketch.jar("lib/h2.jar", "org.springframework.jdbc.core.JdbcTemplate");
        assertThat(propose().leftForYou()).extracting(Finding::subject).contains("spring.datasource.url");
        sketch.file("src/app.properties", "spring.datasource.url=jdbc:postgresql://port/tides");
        assertThat(propose().leftForYou()).extracting(Finding::subject).doesNotContain("spring.datasource.url");
    }
}

package dev.pfeiler.cli;

import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.Sketch;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.zip.ZipFile;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** An enterprise archive with beans, pages and a library, from its build file to the served page. */
class EnterpriseIT {
    private static final Path DEMOS = Program.HOME.resolve("demo/target");

    @TempDir
    Path folder;

    private final Program program = new Program();
    private Sketch sketch;

    @BeforeEach
    void setUp() throws IOException {
        sketch = new Sketch(Files.createDirectories(folder.resolve("pilotage")))
                .file(
                        "common/no/haldervik/pilotage/Fee.java",
                        "package no.haldervik.pilotage;",
                        "public class Fee implements java.io.Serializable {",
                        "  private final int tonnage;",
                        "  public Fee(int tonnage) { this.tonnage = tonnage; }",
                        "  public String line() { return org.apache.commons.lang3.StringUtils.leftPad(\"\" + (120 + tonnage / 10), 8, '.'); }",
                        "}")
                .file(
                        "ejb/no/haldervik/pilotage/beans/Fees.java",
                        "package no.haldervik.pilotage.beans;",
                        "import no.haldervik.pilotage.Fee;",
                        "@javax.ejb.Stateless",
                        "public class Fees { public Fee of(int tonnage) { return new Fee(tonnage); } }")
                .file("ejb/META-INF/ejb-jar.xml", "<ejb-jar version='3.0'/>")
                .file(
                        "web/src/no/haldervik/pilotage/web/FeeServlet.java",
                        "package no.haldervik.pilotage.web;",
                        "import javax.servlet.http.*;",
                        "import no.haldervik.pilotage.beans.Fees;",
                        "public class FeeServlet extends HttpServlet {",
                        "  @Override protected void doGet(HttpServletRequest q, HttpServletResponse r) throws java.io.IOException {",
                        "    r.getWriter().println(new Fees().of(4000).line());",
                        "  }",
                        "}")
                .file("web/pages/index.html", "<h1>Pilotage</h1>")
                .file(
                        "web/pages/WEB-INF/web.xml",
                        "<web-app version='2.5'><servlet><servlet-name>fee</servlet-name>",
                        "<servlet-class>no.haldervik.pilotage.web.FeeServlet</servlet-class></servlet>",
                        "<servlet-mapping><servlet-name>fee</servlet-name><url-pattern>/fee</url-pattern></servlet-mapping>",
                        "</web-app>")
                .file(
                        "app/META-INF/application.xml",
                        "<application version='5'><module><ejb>pilotage-beans.jar</ejb></module>",
                        "<module><web><web-uri>pilotage-web.war</web-uri><context-root>/pilotage</context-root></web></module>",
                        "</application>")
                .bytes(
                        "lib/commons-lang3.jar",
                        Files.readAllBytes(DEMOS.resolve("tidewatch/board/WEB-INF/lib/commons-lang3-3.12.0.jar")))
                .bytes("server/ejb.jar", Files.readAllBytes(DEMOS.resolve("servers/javax.ejb-api-3.2.2.jar")))
                .bytes(
                        "server/servlet-api.jar",
                        Files.readAllBytes(DEMOS.resolve("tidewatch/container/servlet-api.jar")))
                .file(
                        "build.xml",
                        "<project name='pilotage' default='ear'><property name='version' value='1.4'/>",
                        "<path id='libs'><fileset dir='lib'/><fileset dir='server'/></path>",
                        "<presetdef name='compile'><javac source='1.8' target='1.8' debug='on' encoding='UTF-8' includeantruntime='false'/></presetdef>",
                        "<target name='ear'><mkdir dir='build/common'/><mkdir dir='build/ejb'/><mkdir dir='build/web'/><mkdir dir='dist'/>",
                        "<compile srcdir='common' destdir='build/common' classpathref='libs'/>",
                        "<compile srcdir='ejb' destdir='build/ejb'><classpath><path refid='libs'/><pathelement path='build/common'/></classpath></compile>",
                        "<compile srcdir='web/src' destdir='build/web'><classpath><path refid='libs'/><pathelement path='build/common:build/ejb'/></classpath></compile>",
                        "<jar destfile='dist/pilotage-common.jar' basedir='build/common'/>",
                        "<jar destfile='dist/pilotage-beans.jar'><fileset dir='build/ejb'/><metainf dir='ejb/META-INF'/></jar>",
                        "<war destfile='dist/pilotage-web.war' webxml='web/pages/WEB-INF/web.xml'><fileset dir='web/pages'/><classes dir='build/web'/></war>",
                        "<ear destfile='dist/pilotage.ear' appxml='app/META-INF/application.xml'>",
                        "<fileset dir='dist' includes='pilotage-beans.jar,*.war'/>",
                        "<zipfileset dir='dist' includes='pilotage-common.jar' prefix='lib'/>",
                        "<zipfileset dir='lib' prefix='lib'/></ear></target></project>");
    }

    @Test
    void itIsBuiltServedAndUndone() throws IOException {
        Map<String, String> before = sketch.digest();
        Program.Run convert = program.run("convert", sketch.root());
        assertThat(convert.exit()).as(convert.err()).isZero();
        Program.Run prove = program.run("prove", sketch.root());
        assertThat(prove.exit()).as(prove.out() + prove.err()).isZero();
        assertThat(prove.out())
                .containsPattern("= pilotage modules +3 +3")
                .containsPattern("= pilotage descriptors and other files +1 +1")
                .contains("moved lib/commons-lang3.jar (to lib/commons-lang3-3.12.0.jar): identical content")
                // the welcome page, that page by its name, and the servlet that uses the beans beside its archive
                .containsPattern("= pages +3 requested +3 requested");
        try (ZipFile ear = new ZipFile(sketch.root()
                .resolve(".pfeiler/proof/pilotage/target/pilotage.ear")
                .toFile())) {
            for (String place : List.of("pilotage-beans.jar", "pilotage-web.war", "lib/pilotage-common.jar"))
                assertThat(ear.getEntry(place)).as(place).isNotNull();
        }
        assertThat(program.run("undo", sketch.root()).exit()).isZero();
        assertThat(sketch.digest()).as("with what was built gone, too").isEqualTo(before);
    }

    @Test
    void itIsBuiltWhereItLies() throws IOException {
        assertThat(program.run("convert", "--keep-layout", sketch.root()).exit())
                .isZero();
        Program.Run prove = program.run("prove", "--no-run", sketch.root());
        assertThat(prove.exit()).as(prove.out() + prove.err()).isZero();
        assertThat(prove.out()).containsPattern("= pilotage descriptors and other files +1 +1");
    }

    @Test
    void anArchiveThatLostAModuleIsADifference() throws IOException {
        assertThat(program.run("convert", sketch.root()).exit()).isZero();
        Path pom = sketch.root().resolve("pilotage/pom.xml");
        Files.writeString(
                pom, Files.readString(pom).replace("<uri>pilotage-web.war</uri>", "<uri>web/pilotage.war</uri>"));
        Program.Run prove = program.run("prove", "--no-run", sketch.root());
        assertThat(prove.exit()).isEqualTo(1);
        assertThat(prove.out()).containsPattern("gone pilotage-web.war");
    }
}

package dev.pfeiler.checking;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.DynamicTest;
import org.junit.jupiter.api.TestFactory;
import org.junit.jupiter.api.io.TempDir;

/** Drifts of a project that Maven manages. */
class MavenCheckTest {
    private static final String POM =
            """
            <project>
              <modelVersion>4.0.0</modelVersion>
              <groupId>no.haldervik</groupId>
              <artifactId>quay</artifactId>
              <version>1.2.0</version>
              <packaging>pom</packaging>
              <modules>
                <module>berths</module>
                <module>board</module>
              </modules>
              <properties>
                <maven.compiler.source>11</maven.compiler.source>
                <maven.compiler.target>11</maven.compiler.target>
                <project.build.sourceEncoding>UTF-8</project.build.sourceEncoding>
              </properties>
              <dependencyManagement>
                <dependencies>
                  <dependency>
                    <groupId>org.tide</groupId>
                    <artifactId>tables</artifactId>
                    <version>2.0</version>
                  </dependency>
                </dependencies>
              </dependencyManagement>
            </project>
            """;

    private static final String BERTHS =
            """
            <project>
              <modelVersion>4.0.0</modelVersion>
              <parent>
                <groupId>no.haldervik</groupId>
                <artifactId>quay</artifactId>
                <version>1.2.0</version>
              </parent>
              <artifactId>berths</artifactId>
              <dependencies>
                <!-- the tables of the tide -->
                <dependency>
                  <groupId>org.tide</groupId>
                  <artifactId>tables</artifactId>
                </dependency>
                <dependency>
                  <groupId>org.tide</groupId>
                  <artifactId>moon</artifactId>
                  <version>1.1</version>
                </dependency>
                <dependency>
                  <groupId>junit</groupId>
                  <artifactId>junit</artifactId>
                  <version>4.13.2</version>
                  <scope>test</scope>
                </dependency>
              </dependencies>
              <build>
                <plugins>
                  <plugin>
                    <artifactId>maven-jar-plugin</artifactId>
                    <version>3.4.2</version>
                    <configuration>
                      <archive>
                        <manifest>
                          <mainClass>no.haldervik.berths.Berths</mainClass>
                        </manifest>
                      </archive>
                    </configuration>
                  </plugin>
                </plugins>
              </build>
            </project>
            """;

    private static final String BOARD =
            """
            <project>
              <modelVersion>4.0.0</modelVersion>
              <parent>
                <groupId>no.haldervik</groupId>
                <artifactId>quay</artifactId>
                <version>1.2.0</version>
              </parent>
              <artifactId>board</artifactId>
              <packaging>war</packaging>
              <dependencies>
                <dependency>
                  <groupId>no.haldervik</groupId>
                  <artifactId>berths</artifactId>
                  <version>${project.version}</version>
                </dependency>
                <dependency>
                  <groupId>javax.servlet</groupId>
                  <artifactId>javax.servlet-api</artifactId>
                  <version>4.0.1</version>
                  <scope>provided</scope>
                </dependency>
              </dependencies>
            </project>
            """;

    private static final String WEB =
            """
            <web-app version="4.0">
              <servlet>
                <servlet-name>board</servlet-name>
                <servlet-class>no.haldervik.board.BoardServlet</servlet-class>
              </servlet>
              <servlet-mapping>
                <servlet-name>board</servlet-name>
                <url-pattern>/board</url-pattern>
              </servlet-mapping>
            </web-app>
            """;

    @TempDir
    Path folder;

    private static void layOut(CheckedSketch project) throws IOException {
        project.artifact("org.tide:tables:2.0", List.of("org.tide:moon:1.1"), "org.tide.Table uses org.tide.moon.Moon")
                .artifact("org.tide:moon:1.1", List.of(), "org.tide.moon.Moon")
                .artifact("org.tide:wind:1.0", List.of(), "org.tide.wind.Wind")
                .artifact("junit:junit:4.13.2", List.of(), "org.junit.Test", "org.junit.Assert")
                .artifact(
                        "javax.servlet:javax.servlet-api:4.0.1",
                        List.of(),
                        "javax.servlet.Servlet",
                        "javax.servlet.http.HttpServlet")
                .file("pom.xml", POM)
                .file("berths/pom.xml", BERTHS)
                .file("board/pom.xml", BOARD)
                .file(".gitignore", "/berths/target/\n/board/target/\n/target/\n")
                .file("Dockerfile", "FROM tomcat:9-jre11\nCOPY board/target/board-1.2.0.war /srv/ROOT.war\n")
                .file(
                        "berths/src/main/java/no/haldervik/berths/Berths.java",
                        """
                        package no.haldervik.berths;

                        import org.tide.Table;
                        import org.tide.moon.Moon;

                        public class Berths {
                            public static void main(String[] args) {
                                java.util.function.Function<Moon, Object> height = (var moon) -> new Table();
                                System.out.println(Berths.class.getResource("/berths.csv") + " Måkebukta " + height);
                            }
                        }
                        """)
                .file("berths/src/main/resources/berths.csv", "b1;40\n")
                .file(
                        "berths/src/test/java/no/haldervik/berths/BerthsTest.java",
                        """
                        package no.haldervik.berths;

                        import org.junit.Test;

                        public class BerthsTest {
                            @Test
                            public void nothing() {}
                        }
                        """)
                .file(
                        "board/src/main/java/no/haldervik/board/BoardServlet.java",
                        """
                        package no.haldervik.board;

                        import javax.servlet.http.HttpServlet;
                        import no.haldervik.berths.Berths;

                        public class BoardServlet extends HttpServlet {
                            Berths berths;
                        }
                        """)
                .file("board/src/main/webapp/WEB-INF/web.xml", WEB);
    }

    private static String dependency(String artifact, String version) {
        return "    <dependency>\n      <groupId>org.tide</groupId>\n      <artifactId>" + artifact
                + "</artifactId>\n      <version>" + version + "</version>\n    </dependency>\n";
    }

    private static final String MOON = dependency("moon", "1.1");

    @TestFactory
    Stream<DynamicTest> dependencies() {
        return new DriftCases(folder.resolve("dependencies"), MavenCheckTest::layOut)
                .cured(
                        "transitive use",
                        p -> p.edit("berths/pom.xml", MOON, ""),
                        "warning transitive-use berths/pom.xml org.tide:moon")
                .cured(
                        "unused",
                        p -> p.edit("berths/pom.xml", MOON, MOON + dependency("wind", "1.0")),
                        "warning unused-dependency berths/pom.xml:22 org.tide:wind")
                .cured(
                        "only tests use it",
                        p -> p.edit(
                                "berths/pom.xml", "4.13.2</version>\n      <scope>test</scope>", "4.13.2</version>"),
                        "warning test-dependency-in-program berths/pom.xml:22 junit:junit")
                .cured(
                        "for tests only",
                        p -> p.edit(
                                "berths/pom.xml",
                                "<version>1.1</version>",
                                "<version>1.1</version>\n      <scope>test</scope>"),
                        "error scope-too-narrow berths/pom.xml:17 org.tide:moon")
                .cured(
                        "declared twice",
                        p -> p.edit("berths/pom.xml", MOON, MOON + MOON),
                        "warning declared-twice berths/pom.xml:22 org.tide:moon")
                .cured(
                        "version beside management",
                        p -> p.edit(
                                "berths/pom.xml",
                                "tables</artifactId>",
                                "tables</artifactId>\n      <version>2.0</version>"),
                        "warning version-beside-management berths/pom.xml:13 org.tide:tables")
                .cured(
                        "exclusion without effect",
                        p -> p.edit(
                                "berths/pom.xml",
                                "<version>1.1</version>\n",
                                "<version>1.1</version>\n      <exclusions>\n        <exclusion>\n"
                                        + "          <groupId>org.sun</groupId>\n          <artifactId>sun</artifactId>\n"
                                        + "        </exclusion>\n      </exclusions>\n"),
                        "warning exclusion-without-effect berths/pom.xml:22 org.sun:sun")
                .cured(
                        "container API packed",
                        p -> p.edit(
                                "board/pom.xml", "4.0.1</version>\n      <scope>provided</scope>", "4.0.1</version>"),
                        "error container-api-packed board/pom.xml:18 javax.servlet:javax.servlet-api")
                .cured(
                        "another version of a sibling",
                        p -> p.edit("board/pom.xml", "${project.version}", "1.1.0"),
                        "error sibling-version board/pom.xml:13 no.haldervik:berths")
                .kept(
                        "snapshot in a release",
                        p -> p.artifact("org.tide:moon:1.2-SNAPSHOT", List.of(), "org.tide.moon.Moon")
                                .edit("berths/pom.xml", "<version>1.1</version>", "<version>1.2-SNAPSHOT</version>"),
                        "error snapshot-in-release berths/pom.xml:17 org.tide:moon")
                .kept(
                        "versions differ",
                        p -> p.artifact("org.tide:moon:1.0", List.of(), "org.tide.moon.Moon")
                                .edit(
                                        "board/pom.xml",
                                        "  <dependencies>\n",
                                        "  <dependencies>\n" + dependency("moon", "1.0"))
                                .edit(
                                        "board/src/main/java/no/haldervik/board/BoardServlet.java",
                                        "Berths berths",
                                        "org.tide.moon.Moon moon; Berths berths"),
                        "warning versions-differ board/pom.xml:13 org.tide:moon")
                .tests();
    }

    @TestFactory
    Stream<DynamicTest> buildsAndSettings() {
        return new DriftCases(folder.resolve("settings"), MavenCheckTest::layOut)
                .cured(
                        "module not listed",
                        p -> p.edit("pom.xml", "    <module>board</module>\n", ""),
                        "warning module-not-listed pom.xml:7 board")
                .cured(
                        "module missing",
                        p -> p.edit(
                                "pom.xml",
                                "    <module>board</module>\n",
                                "    <module>board</module>\n    <module>crane</module>\n"),
                        "error module-missing pom.xml:10 crane")
                .cured(
                        "property unused",
                        p -> p.edit(
                                "pom.xml",
                                "  <properties>\n",
                                "  <properties>\n    <crane.version>3</crane.version>\n"),
                        "warning property-unused pom.xml:12 crane.version")
                .cured(
                        "plug-in without version",
                        p -> p.edit("berths/pom.xml", "        <version>3.4.2</version>\n", ""),
                        "warning plugin-without-version berths/pom.xml:30 org.apache.maven.plugins:maven-jar-plugin")
                .cured(
                        "folder missing",
                        p -> p.edit(
                                "berths/pom.xml",
                                "  <build>\n",
                                "  <build>\n    <testResources>\n      <testResource>\n        <directory>conf</directory>\n"
                                        + "      </testResource>\n    </testResources>\n"),
                        "warning folder-missing berths/pom.xml:30 berths/conf")
                .kept(
                        "repository without encryption",
                        p -> p.edit(
                                "pom.xml",
                                "  <properties>\n",
                                "  <repositories>\n    <repository>\n      <id>old</id>\n"
                                        + "      <url>http://repo.haldervik.example/maven</url>\n    </repository>\n"
                                        + "  </repositories>\n  <properties>\n"),
                        "error repository-without-encryption pom.xml:14 http://repo.haldervik.example/maven")
                .cured(
                        "level below the syntax",
                        p -> p.edit("pom.xml", "<maven.compiler.source>11", "<maven.compiler.source>8")
                                .edit("pom.xml", "<maven.compiler.target>11", "<maven.compiler.target>8"),
                        "error level-below-syntax pom.xml:12 maven.compiler.source")
                .cured(
                        "level of an image",
                        p -> p.edit("Dockerfile", "jre11", "jre8"),
                        "error level-elsewhere Dockerfile:1 8")
                .cured(
                        "encoding wrong",
                        p -> p.edit("pom.xml", "sourceEncoding>UTF-8", "sourceEncoding>ISO-8859-1"),
                        "error encoding-wrong pom.xml:14 project.build.sourceEncoding")
                .tests();
    }

    @TestFactory
    Stream<DynamicTest> files() {
        return new DriftCases(folder.resolve("files"), MavenCheckTest::layOut)
                .cured(
                        "main class missing",
                        p -> p.edit("berths/pom.xml", "no.haldervik.berths.Berths", "no.haldervik.Berths"),
                        "error class-missing berths/pom.xml:35 no.haldervik.Berths")
                .cured(
                        "class of a deployment descriptor missing",
                        p -> p.edit("board/src/main/webapp/WEB-INF/web.xml", "board.BoardServlet", "BoardServlet"),
                        "error class-missing board/src/main/webapp/WEB-INF/web.xml:4 no.haldervik.BoardServlet")
                .cured(
                        "resource not packed",
                        p -> p.move("berths/src/main/resources/berths.csv", "berths/data/berths.csv"),
                        "error resource-not-packed berths/data/berths.csv berths/data/berths.csv")
                .cured(
                        "archive of another name",
                        p -> p.edit("Dockerfile", "board-1.2.0", "board-1.1.0"),
                        "error artifact-name Dockerfile:2 board/target/board-1.1.0.war")
                .tests();
    }

    /** What healthy projects have on purpose. */
    @TestFactory
    Stream<DynamicTest> noDrifts() {
        return new DriftCases(folder.resolve("none"), MavenCheckTest::layOut)
                .kept("a module declaration, which is compiled for a later level", p -> p.edit(
                                "pom.xml", "source>11</", "source>8</")
                        .edit("pom.xml", "target>11</", "target>8</")
                        .edit("berths/src/main/java/no/haldervik/berths/Berths.java", "(var moon)", "moon")
                        .file("berths/src/main/java/module-info.java", "module no.haldervik.berths {}\n"))
                .kept("another project in a folder, and one that tests read", p -> p.file(
                                "bench/old/.classpath", "<classpathentry path=\"StandardVMType/JavaSE-1.8\"/>\n")
                        .file("bench/old/src/a/Old.java", "package a;\n\npublic class Old {}\n")
                        .file("bench/old/build.sh", "java -cp target/berths-0.jar no.haldervik.Berths\n")
                        .file(
                                "berths/src/test/resources/client/package.json",
                                "{ \"name\": \"c\", \"main\": \"gone.js\" }\n"))
                .kept(
                        "the classes and the tests of a sibling",
                        p -> p.edit(
                                "board/pom.xml",
                                "    <dependency>\n      <groupId>javax.servlet",
                                "    <dependency>\n      <groupId>no.haldervik</groupId>\n      <artifactId>berths</artifactId>\n"
                                        + "      <version>${project.version}</version>\n      <type>test-jar</type>\n"
                                        + "      <scope>test</scope>\n    </dependency>\n"
                                        + "    <dependency>\n      <groupId>javax.servlet"))
                .kept("an archive whose name its plug-in states", p -> p.edit(
                                "berths/pom.xml",
                                "        <configuration>\n",
                                "        <configuration>\n          <finalName>quay-berths</finalName>\n")
                        .file("start.sh", "#!/bin/sh\nexec java -jar berths/target/quay-berths.jar\n"))
                .tests();
    }
}

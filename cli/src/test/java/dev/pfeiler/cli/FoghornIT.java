package dev.pfeiler.cli;

import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.Sketch;
import dev.pfeiler.Tools;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A page in ClojureScript and a server in Clojure, proven by Leiningen, and by what Maven's resolver gives for deps.edn. */
class FoghornIT {
    @TempDir
    Path folder;

    private final Program program = new Program();

    private Program.Run proven(Path project) {
        Program.Run prove = program.run("prove", "--offline", "--json", project);
        assertThat(prove.exit()).as(prove.out() + prove.err()).isZero();
        assertThat(prove.row("libraries")).isEqualTo("same 15 jars / 15 jars");
        assertThat(prove.row("namespaces that load")).isEqualTo("same 4 / 4");
        assertThat(prove.row("public vars")).isEqualTo("same 8 / 8");
        assertThat(prove.row("tests")).isEqualTo("same 4 passed / 4 passed");
        assertThat(prove.row("pages of haldervik.foghorn.main")).isEqualTo("same 3 requested / 3 requested");
        assertThat(prove.row("page/index.html"))
                .isEqualTo("same 66 characters, 1 line on the console / 66 characters, 1 line on the console");
        return prove;
    }

    @Test
    void forLeiningenTheWholeWay() throws IOException {
        Tools.require("lein", "chromium");
        Path project = Program.demo("foghorn", folder);
        Map<String, String> before = new Sketch(project).digest();
        Program.Run convert = program.run("convert", "--to", "leiningen", project);
        assertThat(convert.exit()).as(convert.out() + convert.err()).isZero();
        assertThat(Files.readString(project.resolve("project.clj")))
                .isEqualTo(
                        """
                        (defproject haldervik/foghorn "1.0.0-SNAPSHOT"
                          :description "The panel of the fog signals in Haldervik: which horn sounds, and how"
                          :dependencies [[org.clojure/clojure "1.11.1"]
                                         [org.clojure/data.json "2.4.0"]]
                          :main ^:skip-aot haldervik.foghorn.main
                          :jvm-opts ["-Xmx64m"]
                          :aliases {"page" ["run" "-m" "cljs.main" "-co" "build.edn" "-c" "haldervik.foghorn.panel"]}
                          :profiles {:provided {:dependencies [[org.clojure/clojurescript "1.11.132"]]}})
                        """);
        assertThat(proven(project).row("foghorn-1.0.0-SNAPSHOT.jar")).isEqualTo("same 4 sources / 4 sources");
        assertThat(program.run("undo", project).exit()).isZero();
        assertThat(new Sketch(project).digest()).isEqualTo(before);
    }

    @Test
    void forDepsWithoutItsProgram() throws IOException {
        Tools.require("chromium");
        Path project = Program.demo("foghorn", folder);
        assertThat(program.run("convert", "--to", "deps", project).exit()).isZero();
        proven(project);
        // a library that is gone is seen
        Path deps = project.resolve("deps.edn");
        Files.writeString(
                deps, Files.readString(deps).replace("\n        org.clojure/data.json {:mvn/version \"2.4.0\"}", ""));
        Program.Run prove = program.run("prove", "--offline", "--no-run", "--json", project);
        assertThat(prove.exit()).isEqualTo(1);
        assertThat(prove.differences("libraries")).containsExactly("gone data.json-2.4.0.jar: ");
        assertThat(prove.row("namespaces that load")).isEqualTo("different 4 / 3");
    }

    @Test
    void aFreshServerIsBuiltTestedAndStarted() {
        Tools.require("lein");
        Path fresh = folder.resolve("gate-server");
        Program.Run create =
                program.run("new", fresh, "--language", "clojure", "--kind", "server", "--to", "leiningen");
        assertThat(create.exit()).as(create.err()).isZero();
        Program.Run prove = program.run("prove", "--offline", "--json", fresh);
        assertThat(prove.exit()).as(prove.out() + prove.err()).isZero();
        assertThat(prove.row("tests")).isEqualTo("same  / 2 passed");
        assertThat(prove.row("GET /knots?value=10")).isEqualTo("same  / 200  5.14 m/s");
    }
}

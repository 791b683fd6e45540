package dev.pfeiler.ecosystem.clojure.descriptor;

import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.Sketch;
import dev.pfeiler.ecosystem.ManagedBuild;
import dev.pfeiler.ecosystem.PackageNotation;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Descriptors as people write them, read and edited. */
class DescriptorEditTest {
    @TempDir
    Path temp;

    private ManagedBuild build(String tool, String... lines) throws IOException {
        ClojureTool of = ClojureTools.of(tool);
        return of.read(new Sketch(temp).file(of.descriptor(), lines).tree()).orElseThrow();
    }

    private static String declaring(ManagedBuild build, String... requests) {
        List<ManagedBuild.Request> all = Stream.of(requests)
                .map(text -> text.split(" "))
                .map(words -> new ManagedBuild.Request(new PackageNotation(words[0], words[1]), words[2]))
                .toList();
        return build.declaring(all, "").content();
    }

    private static List<String> declared(ManagedBuild build) {
        return build.declared().stream()
                .map(one -> one.notation().name() + " " + one.notation().version() + " " + one.scope() + " "
                        + one.excluded() + " " + one.evidence().line())
                .toList();
    }

    @Test
    void aProjectWithProfilesAndComments() throws IOException {
        ManagedBuild build = build(
                "leiningen",
                "(defproject no.haldervik/bells \"2.1.0\"",
                "  :dependencies [;; the language",
                "                 [org.clojure/clojure \"1.11.1\"]",
                "                 [hiccup \"1.0.5\" :exclusions [org.clojure/clojure]]] ; pages",
                "  :profiles {:dev {:dependencies [[org.clojure/test.check \"1.1.1\"]]}",
                "             :uberjar {:aot :all}}",
                "  :uberjar-name ~(str \"bells\" \".jar\"))");
        assertThat(build.identity()).isEqualTo(new ManagedBuild.Identity("no.haldervik", "bells", "2.1.0"));
        assertThat(declared(build))
                .containsExactly(
                        "org.clojure:clojure 1.11.1  [] 3",
                        "hiccup:hiccup 1.0.5  [org.clojure:clojure] 4",
                        "org.clojure:test.check 1.1.1 test [] 5");
        assertThat(build.notUnderstood()).hasSize(1);
        assertThat(declaring(build, "ring:ring-core 1.10.0 main", "org.a:b 2 test", "org.c:d 3 provided"))
                .isEqualTo(
                        """
                        (defproject no.haldervik/bells "2.1.0"
                          :dependencies [;; the language
                                         [org.clojure/clojure "1.11.1"]
                                         [hiccup "1.0.5" :exclusions [org.clojure/clojure]]
                                         [ring/ring-core "1.10.0"]] ; pages
                          :profiles {:dev {:dependencies [[org.clojure/test.check "1.1.1"]
                                                          [org.a/b "2"]]}
                                     :uberjar {:aot :all}
                                     :provided {:dependencies [[org.c/d "3"]]}}
                          :uberjar-name ~(str "bells" ".jar"))
                        """);
    }

    @Test
    void aBareProject() throws IOException {
        assertThat(declaring(build("leiningen", "(defproject bells \"1\")"), "a.b:c 1 main", "a.b:d 2 test"))
                .isEqualTo(
                        """
                        (defproject bells "1"
                          :dependencies [[a.b/c "1"]]
                          :profiles {:dev {:dependencies [[a.b/d "2"]]}})
                        """);
    }

    @Test
    void depsWithAliases() throws IOException {
        ManagedBuild build = build(
                "deps",
                "{:paths [\"src\"]",
                " :deps {org.clojure/clojure {:mvn/version \"1.11.1\"}",
                "        own/jar {:local/root \"lib/own.jar\"}}",
                " :aliases {:test {:extra-paths [\"test\" \"samples\"]}}}");
        assertThat(declared(build)).containsExactly("org.clojure:clojure 1.11.1  [] 2", "own:jar   [] 3");
        assertThat(DepsPaths.of(new Sketch(temp).tree()))
                .isEqualTo(new DepsPaths(List.of("src", "test", "samples"), List.of("lib/own.jar"), List.of("test")));
        assertThat(declaring(build, "a.b:c 1 main", "a.b:d 2 test"))
                .isEqualTo(
                        """
                        {:paths ["src"]
                         :deps {org.clojure/clojure {:mvn/version "1.11.1"}
                                own/jar {:local/root "lib/own.jar"}
                                a.b/c {:mvn/version "1"}}
                         :aliases {:test {:extra-paths ["test" "samples"]
                                          :extra-deps {a.b/d {:mvn/version "2"}}}}}
                        """);
        assertThat(declaring(build("deps", "{}"), "a.b:c 1 main"))
                .isEqualTo("{\n :deps {a.b/c {:mvn/version \"1\"}}}\n");
    }
}

package dev.pfeiler.ecosystem.clojure.source;

import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.ecosystem.clojure.source.ClojureSource.Dialect;
import dev.pfeiler.ecosystem.clojure.source.ClojureSource.ReleaseSign;
import org.junit.jupiter.api.Test;

/** What sources say of themselves. */
class ClojureReaderTest {
    private static ClojureSource read(String path, String text) {
        return ClojureReader.read(path, text);
    }

    @Test
    void requirementsInEveryForm() {
        ClojureSource source = read(
                "a.cljc",
                """
                (ns ^{:doc "x"} port.a
                  "Text."
                  (:refer-clojure :exclude [update])
                  (:use clojure.set [clojure.walk :only [walk]])
                  (:require port.b
                            [port.c :as c]
                            (port.d e [f :refer [g]])
                            ["react" :as react]
                            [port.alias :as-alias x]
                            #?(:clj [port.h]
                               :cljs [port.i :as i])
                            #?@(:clj [[port.j :as j]]))
                  #?(:cljs (:require-macros [port.k]))
                  #?@(:clj [(:import java.sql.Time) (:require [port.n])])
                  (:import java.util.Date
                           (java.io File Reader)
                           [java.net URI]))
                (require '[port.l :as l] 'port.m)
                (require (symbol "port.unknown"))
                (defn f [] (import 'java.util.UUID) (java.time.Instant/now) (new java.awt.Point))
                """);
        assertThat(source.name()).isEqualTo("port.a");
        assertThat(source.dialect()).isEqualTo(Dialect.BOTH);
        assertThat(source.required().keySet())
                .containsExactlyInAnyOrder(
                        "clojure.set",
                        "clojure.walk",
                        "port.b",
                        "port.c",
                        "port.d.e",
                        "port.d.f",
                        "port.h",
                        "port.i",
                        "port.j",
                        "port.k",
                        "port.l",
                        "port.m",
                        "port.n");
        assertThat(source.imported().keySet())
                .containsExactlyInAnyOrder(
                        "java.util.Date",
                        "java.sql.Time",
                        "java.io.File",
                        "java.io.Reader",
                        "java.net.URI",
                        "java.util.UUID",
                        "java.time.Instant",
                        "java.awt.Point");
        assertThat(source.required().get("port.c").line()).isEqualTo(6);
    }

    @Test
    void whatStartsWhatIsCompiledAndWhatIsLoaded() {
        ClojureSource main = read(
                "a.clj",
                """
                (ns port.main-desk
                  (:gen-class :name port.Desk)
                  (:load "main_part"))
                (load "/port/other")
                (load-file "code/late.clj")
                (defn ^:export -main [& args])
                """);
        assertThat(main.compiled()).contains("port.Desk");
        assertThat(main.loaded()).containsExactlyInAnyOrder("port/main_part", "port/other");
        assertThat(main.files().keySet()).containsExactly("code/late.clj");
        assertThat(main.definesMain()).isTrue();
        ClojureSource part = read("b.clj", "(in-ns 'port.main-desk)\n(comment (require '[port.never]))");
        assertThat(part.namespace()).isEmpty();
        assertThat(part.resumed()).containsExactly("port.main-desk");
        assertThat(part.required()).isEmpty();
        assertThat(ClojureSource.place("port.main-desk")).isEqualTo("port/main_desk");
    }

    @Test
    void testsAndReleases() {
        ClojureSource source =
                read("a.clj", "(ns a (:require [clojure.test :as t]))\n(t/deftest b)\n(parse-long \"1\")");
        assertThat(source.definesTests()).isTrue();
        assertThat(source.newest()).map(ReleaseSign::release).contains("1.11");
        // a name that the source defines itself came with no release
        assertThat(read("b.clj", "(ns b)\n(defn parse-long [x])\n(parse-long 1)")
                        .newest())
                .isEmpty();
        assertThat(read("c.clj", "(ns c)\n#:port{:a 1}").newest())
                .map(ReleaseSign::release)
                .contains("1.9");
    }
}

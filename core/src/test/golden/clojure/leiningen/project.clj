(defproject haldervik/foghorn "1.4.0"
  :dependencies [[org.clojure/clojure "1.10.3"]
                 [haldervik/bells "1"]
                 [org.clojure/data.json "2.4.0"]]
  :repositories [["project" {:url "file:local-repository"}]]
  :main ^:skip-aot haldervik.foghorn.main-desk
  :jvm-opts ["-Xmx64m"]
  :aliases {"page" ["run" "-m" "cljs.main" "-co" "build.edn" "-c" "haldervik.panel"]}
  :profiles {:provided {:dependencies [[org.clojure/clojurescript "1.11.132"]]}
             :dev {:dependencies [[org.clojure/test.check "1.1.1"]]}})

#!/bin/sh
java -cp "$(clojure -Spath -A:test:page)" clojure.main -m cljs.main -co build.edn -c haldervik.panel

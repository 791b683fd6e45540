#!/bin/sh
java -cp "$(lein classpath)" clojure.main -m cljs.main -co build.edn -c haldervik.panel

#!/bin/sh
cd "$(dirname "$0")"
exec java -cp "lib/*:panel" clojure.main build.clj

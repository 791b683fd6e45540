#!/bin/sh
cd "$(dirname "$0")"
exec java -cp "lib/*" clojure.main -i server/signals.clj -i checks/signals-check.clj \
  -e "(clojure.test/run-tests 'haldervik.foghorn.signals-check)"

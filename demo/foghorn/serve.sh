#!/bin/sh
cd "$(dirname "$0")"
exec java -Xmx64m -cp "lib/*" clojure.main -i server/signals.clj -i server/main.clj -m haldervik.foghorn.main "$@"

#!/bin/sh
export OPTS=-Xmx64m
exec java $OPTS -cp "$(clojure -Spath -A:test:page)" clojure.main -i src/haldervik/foghorn/signals.clj -i src/haldervik/foghorn/main_desk.clj \
  -m haldervik.foghorn.main-desk "$@"

#!/bin/sh
export OPTS=-Xmx64m
exec java $OPTS -cp "$(lein classpath)" clojure.main -i src/haldervik/foghorn/signals.clj -i src/haldervik/foghorn/main_desk.clj \
  -m haldervik.foghorn.main-desk "$@"

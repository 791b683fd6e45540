#!/bin/sh
# Compiles the tow list and serves it on port 8080.
mkdir -p out
javac -parameters -encoding UTF-8 -source 8 -target 8 -cp 'lib/*' -d out code/no/haldervik/towlist/*.java
cp -r settings/* out
java -cp 'out:lib/*' no.haldervik.towlist.TowlistApplication "$@"

#!/bin/sh
# for machines without the build program
set -e
cd "$(dirname "$0")"
VERSION=1.3
CP=$(ls libs/*.jar | tr '\n' ':')
mkdir -p out/format out/log dist
find format made -name '*.java' > out/format.txt
javac -encoding windows-1252 -source 1.7 -target 1.7 -parameters -d out/format @out/format.txt
javac -encoding windows-1252 -source 1.7 -target 1.7 -parameters -cp "$CP:out/format" -d out/log log/no/haldervik/buoylog/*.java
cp log/no/haldervik/buoylog/*.properties out/log/no/haldervik/buoylog
jar cf dist/buoyformat-$VERSION.jar -C out/format .
jar cfe dist/buoylog-$VERSION.jar no.haldervik.buoylog.Main -C out/log .

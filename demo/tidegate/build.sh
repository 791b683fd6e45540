#!/bin/sh
# Compiles the tide gate, checks it, and packs it.
set -e
cd "$(dirname "$0")"
CP=$(ls lib/*.jar | tr '\n' ':')
mkdir -p out/gate out/checks dist
kotlinc -no-stdlib -no-reflect -jvm-target 1.8 -Xjsr305=strict -cp "$CP" -d out/gate gate
kotlinc -no-stdlib -no-reflect -jvm-target 1.8 -cp "$CP:out/gate" -d out/checks checks
cp -r texts/* out/gate
java -cp "out/checks:out/gate:$CP" org.junit.runner.JUnitCore no.haldervik.tidegate.GateTest
jar cfe dist/tidegate-0.7.jar no.haldervik.tidegate.TidegateKt -C out/gate .

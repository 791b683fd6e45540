#!/bin/sh
set -e
rm -rf out
javac --release 11 -d out --module-source-path src --module-path mods $(find src -name '*.java')
mkdir -p dist
jar --create --file dist/wave.jar -C out/no.haldervik.wave .
jar --create --file dist/breakwater.jar --main-class no.haldervik.breakwater.Main -C out/no.haldervik.breakwater .

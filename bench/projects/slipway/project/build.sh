#!/bin/sh
rm -rf out dist && mkdir -p out dist
javac -encoding UTF-8 -source 8 -target 8 -cp 'lib/*' -d out $(find src -name '*.java')
jar cfm dist/slipway.jar manifest.txt -C out .
cp -r lib dist/lib

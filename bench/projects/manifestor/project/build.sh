#!/bin/sh
set -e
mkdir -p out gen
CP=lib/lombok.jar:lib/auto-value-annotations-1.9.jar:lib/mapstruct-1.5.3.Final.jar
javac -encoding UTF-8 --release 11 -cp "$CP" \
  -processorpath lib/lombok.jar:processors/auto-value-1.9.jar:processors/mapstruct-processor-1.5.3.Final.jar \
  -Amapstruct.suppressGeneratorTimestamp=true -Amapstruct.suppressGeneratorVersionInfoComment=true -s gen -d out $(find src -name '*.java')
jar cfe manifestor.jar no.haldervik.manifestor.Main -C out .

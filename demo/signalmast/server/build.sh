#!/bin/sh
set -e
cd "$(dirname "$0")"
rm -rf classes
mkdir -p classes
javac --release 17 -d classes no/haldervik/signalmast/*.java
jar cfe signalmast.jar no.haldervik.signalmast.SignalServer -C classes .

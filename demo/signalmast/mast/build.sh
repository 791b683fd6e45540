#!/bin/sh
# compiles the code of the lamp (tsc 5.9.3)
set -e
cd "$(dirname "$0")"
tsc --target es2017 --lib es2017,dom --strict --rootDir ts --outDir out ts/lamp.ts

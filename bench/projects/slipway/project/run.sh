#!/bin/sh
# starts the slipway board
cd "$(dirname "$0")"
exec java -Xmx256m -jar dist/slipway.jar "$@"

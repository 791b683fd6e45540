#!/bin/sh
java -Xmx64m -cp "out:lib/commons-lang3-3.16.0.jar:lib/gson.jar" no.haldervik.slipway.Main "$@"

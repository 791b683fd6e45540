#!/bin/sh
cd "$(dirname "$0")"
exec java -Xmx256m -Djava.library.path=native -cp "ChartRoom.jar:lib/*" no.haldervik.chart.ChartRoom "$@"

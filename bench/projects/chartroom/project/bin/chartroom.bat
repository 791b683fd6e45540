@echo off
cd /d %~dp0
java -Xmx256m -Djava.library.path=native -cp "ChartRoom.jar;lib\*" no.haldervik.chart.ChartRoom %*

@echo off
java -Xmx256m -jar dist\slipway.jar %*

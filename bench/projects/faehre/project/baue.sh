#!/bin/sh
mkdir -p klassen
javac -encoding ISO-8859-1 -source 8 -target 8 -cp lib/commons-lang3.jar -d klassen $(find quellen -name '*.java')
jar cfm Fährplan.jar MANIFEST.MF -C klassen .

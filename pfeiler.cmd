@echo off
rem Starts Pfeiler on Windows; builds it on first use.
setlocal
set home=%~dp0
set jar=%home%cli\target\pfeiler.jar
if defined JAVA_HOME (set "java=%JAVA_HOME%\bin\java.exe") else (set java=java)
if not exist "%jar%" (
  echo pfeiler: building the program, once 1>&2
  call mvn -q -B -ntp -f "%home%pom.xml" -DskipTests -Dspotless.check.skip=true package 1>&2 || exit /b 4
)
"%java%" "-Dpfeiler.home=%home%." -XX:TieredStopAtLevel=1 -XX:+UseParallelGC -jar "%jar%" %*
exit /b %ERRORLEVEL%

@echo off
rem Starts an installed Pfeiler on Windows.
setlocal
set home=%~dp0..
if defined JAVA_HOME (set "java=%JAVA_HOME%\bin\java.exe") else (set java=java)
"%java%" "-Dpfeiler.home=%home%" -XX:TieredStopAtLevel=1 -jar "%home%\lib\pfeiler.jar" %*
exit /b %ERRORLEVEL%

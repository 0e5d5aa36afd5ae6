@echo off
rem Starts Pare Down from an unpacked zip.
setlocal
set "JAVA=java"
if defined JAVA_HOME set "JAVA=%JAVA_HOME%\bin\java"
"%JAVA%" -Xshare:auto -XX:TieredStopAtLevel=1 -XX:+UseParallelGC %PARE_JAVA_OPTS% -jar "%~dp0..\lib\pare.jar" %*
exit /b %ERRORLEVEL%

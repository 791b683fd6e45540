package dev.pfeiler.ecosystem.jvm.language;

/**
 * A place where a program can start.
 *
 * @param className the qualified name of the class to start
 * @param line where it is declared
 */
public record EntryPoint(String className, int line) {}

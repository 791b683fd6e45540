package dev.pfeiler.ecosystem.jvm.language;

/**
 * A piece of syntax that compilers accept from some Java level on.
 *
 * @param name of the syntax, for people
 * @param line of its first use
 */
public record SyntaxSign(int level, String name, int line) {}

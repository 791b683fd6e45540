package dev.pfeiler.ecosystem.jvm.target.maven;

/**
 * Another module that a module needs.
 *
 * @param type the kind of its archive; empty for a jar
 * @param provided whether it is there when the module runs, and does not go into its archive
 */
public record Need(String module, String type, boolean provided) {}

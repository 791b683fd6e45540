package dev.pfeiler.ecosystem.jvm.model;

/**
 * How a build tool runs a generator of sources.
 *
 * @param plugin the name of what runs it
 * @param folder where its input is expected, relative to the module
 * @param byPackage whether the input is in a folder named after the package of the generated sources
 */
public record GeneratorSupport(String plugin, String folder, boolean byPackage) {}

package dev.pfeiler.ecosystem.jvm.model;

/**
 * A dependency on another module of the project.
 *
 * @param packaging of the archive that is needed
 * @param provided whether something else brings it at run time, so that it does not go into the archive
 */
public record ModuleNeed(ModuleName module, Packaging packaging, boolean provided) {}

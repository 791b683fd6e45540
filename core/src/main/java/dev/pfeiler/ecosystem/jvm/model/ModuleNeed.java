package dev.pfeiler.ecosystem.jvm.model;

/**
 * A dependency on another module of the project.
 *
 * @param packaging of the archive that is needed
 * @param provided whether something else brings it at run time, so that it does not go into the archive
 * @param tests whether the classes of its tests are needed, by tests
 */
public record ModuleNeed(ModuleName module, Packaging packaging, boolean provided, boolean tests) {
    /** A need for what the module makes of its program. */
    public ModuleNeed(ModuleName module, Packaging packaging, boolean provided) {
        this(module, packaging, provided, false);
    }

    /** A need for the classes of a module's tests, by tests. */
    public static ModuleNeed forTests(ModuleName module) {
        return new ModuleNeed(module, Packaging.JAR, false, true);
    }
}

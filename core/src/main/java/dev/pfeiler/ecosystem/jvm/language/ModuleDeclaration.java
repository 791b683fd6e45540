package dev.pfeiler.ecosystem.jvm.language;

import java.util.Set;

/**
 * The declaration of a module. Source: The Java Language Specification, 7.7.
 *
 * @param requires the names of the modules that it needs
 */
public record ModuleDeclaration(String name, Set<String> requires) {
    public ModuleDeclaration {
        requires = Set.copyOf(requires);
    }
}

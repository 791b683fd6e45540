package dev.pfeiler.ecosystem.jvm.model;

import dev.pfeiler.tree.Paths;

/** The name of a module. The only module of a project has none of its own and takes the project's. */
public record ModuleName(String text) implements Comparable<ModuleName> {
    /** The module of a project that has just one. */
    public static final ModuleName ONLY = new ModuleName("");

    public ModuleName {
        if (!text.isEmpty() && (text.isBlank() || !Paths.name(text).equals(text))) {
            throw new IllegalArgumentException("not a module name: \"" + text + "\"");
        }
    }

    public boolean isOnly() {
        return text.isEmpty();
    }

    /** The artifact's name, given the project's. */
    public String within(String project) {
        return isOnly() ? project : text;
    }

    /** The key of a decision about the module, given the key in a project of one module. */
    public String key(String key) {
        return isOnly() ? key : key + ":" + text;
    }

    /** The title of a decision about the module, given the title in a project of one module. */
    public String titled(String title) {
        return isOnly() ? title : title + " of " + text;
    }

    @Override
    public int compareTo(ModuleName other) {
        return text.compareTo(other.text);
    }

    @Override
    public String toString() {
        return text;
    }
}

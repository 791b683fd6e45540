package dev.pfeiler.ecosystem.jvm.layout;

import dev.pfeiler.ecosystem.jvm.language.JvmLanguage;
import dev.pfeiler.tree.Paths;

/** What a folder or a file is to the build. */
public enum Role {
    MAIN("source", "src/main/java"),
    /** Compiled after text in it has been replaced. */
    TEMPLATE("source template", "src/main/java-templates"),
    TEST("test", "src/test/java"),
    MAIN_RESOURCES("resource", "src/main/resources"),
    TEST_RESOURCES("test resource", "src/test/resources"),
    WEB("web file", "src/main/webapp"),
    APPLICATION("file of an EAR", "src/main/application"),
    OUTPUT("build output", ""),
    /** Of no concern to the build. */
    LEFT("other file", "");

    private final String noun;
    private final String conventional;

    Role(String noun, String conventional) {
        this.noun = noun;
        this.conventional = conventional;
    }

    /** What a file with this role is called. */
    public String noun() {
        return noun;
    }

    /** Where a file with this role is by convention. Source: the standard directory layout that JVM build tools share. */
    public String conventional(String relative) {
        return Paths.join(folder(relative), relative);
    }

    /** The folder of the convention for a file: each language has its own. */
    public String folder(String relative) {
        if (this != MAIN && this != TEST) return conventional;
        return JvmLanguage.of(relative)
                .map(language -> Paths.join(Paths.parent(conventional), language.id()))
                .orElse(conventional);
    }

    /** The folder of the convention; empty if the role has none. */
    public String folder() {
        return conventional;
    }

    /** The word for it in choices. */
    public String key() {
        return name().toLowerCase(java.util.Locale.ROOT).replace("main_", "").replace('_', '-');
    }

    /** Reads the word of a choice. */
    public static java.util.Optional<Role> parse(String key) {
        return java.util.Arrays.stream(values())
                .filter(role -> role.key().equals(key.strip()))
                .findFirst();
    }

    /** The role of what is beside sources of this role and is none. */
    Role resources() {
        return this == TEST ? TEST_RESOURCES : this == MAIN || this == TEMPLATE ? MAIN_RESOURCES : this;
    }
}

package dev.pfeiler.ecosystem.jvm.language.java;

/** A piece of Java that compilers accept from some level on. Source: the language specification of each level. */
public enum SyntaxFeature {
    ANNOTATION(5, "an annotation"),
    ENUM(5, "an enum"),
    DIAMOND(7, "the diamond operator"),
    TRY_RESOURCES(7, "try with resources"),
    MULTI_CATCH(7, "a catch of several types"),
    STRING_SWITCH(7, "a switch over strings"),
    NUMBER_LITERAL(7, "a binary or underscored number"),
    LAMBDA(8, "a lambda expression"),
    METHOD_REFERENCE(8, "a method reference"),
    DEFAULT_METHOD(8, "a default method"),
    MODULE(9, "a module declaration"),
    LOCAL_VAR(10, "a local variable declared with var"),
    SWITCH_ARROW(14, "a switch with arrows"),
    TEXT_BLOCK(15, "a text block"),
    RECORD(16, "a record"),
    INSTANCEOF_PATTERN(16, "a pattern after instanceof"),
    SEALED(17, "a sealed type"),
    SWITCH_PATTERN(21, "a pattern in a switch");

    private final int level;
    private final String text;

    SyntaxFeature(int level, String text) {
        this.level = level;
        this.text = text;
    }

    /** The first Java level that has it. */
    public int level() {
        return level;
    }

    public String text() {
        return text;
    }
}

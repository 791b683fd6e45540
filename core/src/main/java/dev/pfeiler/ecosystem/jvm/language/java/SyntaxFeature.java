package dev.pfeiler.ecosystem.jvm.language.java;

/** A piece of Java that compilers accept from some level on. Source: the language specification of each level. */
public enum SyntaxFeature {
    ANNOTATION(5, "an annotation"),
    ENUM(5, "an enum"),
    STATIC_IMPORT(5, "a static import"),
    VARIABLE_ARGUMENTS(5, "a variable number of arguments"),
    DIAMOND(7, "the diamond operator"),
    TRY_RESOURCES(7, "try with resources"),
    MULTI_CATCH(7, "a catch of several types"),
    STRING_SWITCH(7, "a switch over strings"),
    NUMBER_LITERAL(7, "a binary or underscored number"),
    LAMBDA(8, "a lambda expression"),
    METHOD_REFERENCE(8, "a method reference"),
    DEFAULT_METHOD(8, "a default method"),
    STATIC_INTERFACE_METHOD(8, "a static method of an interface"),
    PRIVATE_INTERFACE_METHOD(9, "a private method of an interface"),
    ANONYMOUS_DIAMOND(9, "the diamond operator with an anonymous class"),
    TRY_VARIABLE(9, "try with a variable as its resource"),
    MODULE(9, "a module declaration"),
    LOCAL_VAR(10, "a local variable declared with var"),
    VAR_PARAMETER(11, "a lambda parameter declared with var"),
    SWITCH_EXPRESSION(14, "a switch expression"),
    CASE_LIST(14, "a case with several values"),
    SWITCH_ARROW(14, "a switch with arrows"),
    TEXT_BLOCK(15, "a text block"),
    RECORD(16, "a record"),
    INSTANCEOF_PATTERN(16, "a pattern after instanceof"),
    SEALED(17, "a sealed type"),
    SWITCH_PATTERN(21, "a pattern in a switch"),
    RECORD_PATTERN(21, "a record pattern");

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

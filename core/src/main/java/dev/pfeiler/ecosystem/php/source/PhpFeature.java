package dev.pfeiler.ecosystem.php.source;

/** A piece of syntax that needs some level of the language. Source: the migration guides of the PHP manual. */
public enum PhpFeature {
    NAMESPACE("5.3", "a namespace"),
    CLOSURE("5.3", "an anonymous function"),
    TRAIT("5.4", "a trait"),
    SHORT_ARRAY("5.4", "a short array"),
    GENERATOR("5.5", "a generator"),
    CLASS_NAME("5.5", "::class"),
    VARIADIC("5.6", "a variadic parameter or argument"),
    STRICT_TYPES("7.0", "declare(strict_types)"),
    RETURN_TYPE("7.0", "a return type"),
    NULL_COALESCING("7.0", "the operator ??"),
    SPACESHIP("7.0", "the operator <=>"),
    ANONYMOUS_CLASS("7.0", "an anonymous class"),
    NULLABLE_TYPE("7.1", "a nullable type"),
    CONSTANT_VISIBILITY("7.1", "a constant with a visibility"),
    TYPED_PROPERTY("7.4", "a typed property"),
    ARROW_FUNCTION("7.4", "an arrow function"),
    NULL_ASSIGNMENT("7.4", "the operator ??="),
    MATCH("8.0", "a match expression"),
    ATTRIBUTE("8.0", "an attribute"),
    NULL_SAFE("8.0", "the operator ?->"),
    PROMOTED_PARAMETER("8.0", "a promoted constructor parameter"),
    STATIC_CLOSURE_CALL("8.1", "a first-class callable"),
    ENUM("8.1", "an enum"),
    READONLY("8.1", "a readonly property"),
    READONLY_CLASS("8.2", "a readonly class"),
    TYPED_CONSTANT("8.3", "a typed class constant");

    private final String level;
    private final String text;

    PhpFeature(String level, String text) {
        this.level = level;
        this.text = text;
    }

    /** The first version of the language that has it, as {@code 8.1}. */
    public String level() {
        return level;
    }

    public String text() {
        return text;
    }
}

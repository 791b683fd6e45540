package dev.pfeiler.ecosystem;

/**
 * What names a package in its repository.
 *
 * @param name without a version
 * @param version a version, or what the repository's notation allows in its place; empty where none is stated
 */
public record PackageNotation(String name, String version) {
    /**
     * Reads a name and a version around a character.
     *
     * @param separator the last one separates, unless the text starts with it
     */
    public static PackageNotation parse(String text, char separator) {
        int at = text.lastIndexOf(separator);
        return at <= 0
                ? new PackageNotation(text, "")
                : new PackageNotation(text.substring(0, at), text.substring(at + 1));
    }

    public PackageNotation withVersion(String other) {
        return new PackageNotation(name, other);
    }
}

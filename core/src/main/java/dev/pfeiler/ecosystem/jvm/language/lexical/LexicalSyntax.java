package dev.pfeiler.ecosystem.jvm.language.lexical;

/**
 * In what the lexical structures of languages with braces differ.
 *
 * @param nestedComments whether block comments contain block comments
 * @param quotedStrings whether single quotes enclose strings, and not characters
 * @param slashyStrings whether slashes enclose strings
 */
public record LexicalSyntax(boolean nestedComments, boolean quotedStrings, boolean slashyStrings) {}

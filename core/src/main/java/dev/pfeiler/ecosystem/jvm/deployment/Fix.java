package dev.pfeiler.ecosystem.jvm.deployment;

import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A small change that corrects an error in a descriptor.
 *
 * @param path of the descriptor
 * @param line on which the element's start tag ends, counted from 1
 * @param name of the element whose text is wrong, or of the attribute
 * @param attribute whether it is an attribute
 */
public record Fix(String path, int line, String name, boolean attribute, String before, String after) {
    /** The text with the change made; nothing if the place is not found. */
    public Optional<String> in(String text) {
        int from = 0;
        // a tag may have begun on an earlier line, so that an attribute may stand there
        int lines = attribute ? 0 : line - 1;
        for (int i = 0; i < lines && from >= 0; i++) from = text.indexOf('\n', from) + 1;
        String plain = Pattern.quote(before);
        String place = attribute
                ? "\\b" + Pattern.quote(name) + "\\s*=\\s*[\"'](" + plain + ")[\"']"
                : "<(?:[\\w.-]+:)?" + Pattern.quote(name) + "(?:\\s[^<>]*)?>\\s*(" + plain + ")\\s*</";
        Matcher matcher = Pattern.compile(place).matcher(text);
        if (!matcher.find(from)) return Optional.empty();
        return Optional.of(text.substring(0, matcher.start(1)) + after + text.substring(matcher.end(1)));
    }
}

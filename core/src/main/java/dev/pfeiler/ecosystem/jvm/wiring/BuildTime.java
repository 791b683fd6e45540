package dev.pfeiler.ecosystem.jvm.wiring;

import java.text.SimpleDateFormat;
import java.util.Date;
import java.util.LinkedHashSet;
import java.util.Optional;
import java.util.Set;
import java.util.function.UnaryOperator;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * The time of the build within a text, written <code>${time:PATTERN}</code>, with a pattern of {@link
 * SimpleDateFormat}.
 */
public final class BuildTime {
    private static final Pattern REFERENCE = Pattern.compile("\\$\\{time:([^${}]+)\\}");

    /** A quotation mark, a quoted text, a field as a row of one letter, or a mark. */
    private static final Pattern FIELD = Pattern.compile("'(?:[^']|'')*+'|([A-Za-z])\\1*+|[^A-Za-z']");

    private static final String NAME = "\\p{L}+\\.?";
    private static final String NUMBER = "\\d+";

    private BuildTime() {}

    /** The text that stands for the time in a format; empty for a format that is not valid. */
    public static Optional<String> reference(String pattern) {
        try {
            new SimpleDateFormat(pattern);
        } catch (IllegalArgumentException e) {
            return Optional.empty();
        }
        return Optional.of("${time:" + pattern + "}").filter(text -> !isUnknown(text));
    }

    /** Whether a text depends on something other than the time that only the build itself knows. */
    public static boolean isUnknown(String text) {
        return REFERENCE.matcher(text).replaceAll("").contains("${");
    }

    /** Whether a text contains the time. */
    public static boolean isIn(String text) {
        return REFERENCE.matcher(text).find();
    }

    /** The patterns in a text. */
    public static Set<String> patterns(String text) {
        Set<String> patterns = new LinkedHashSet<>();
        REFERENCE.matcher(text).results().forEach(result -> patterns.add(result.group(1)));
        return patterns;
    }

    /** The text with each reference replaced by what stands for its pattern, and what is between them. */
    public static String replace(String text, UnaryOperator<String> pattern, UnaryOperator<String> between) {
        StringBuilder replaced = new StringBuilder();
        Matcher matcher = REFERENCE.matcher(text);
        int from = 0;
        while (matcher.find()) {
            replaced.append(between.apply(text.substring(from, matcher.start())));
            replaced.append(pattern.apply(matcher.group(1)));
            from = matcher.end();
        }
        return replaced.append(between.apply(text.substring(from))).toString();
    }

    /** The text as it is at a time. */
    public static String at(Date time, String text) {
        return replace(text, pattern -> new SimpleDateFormat(pattern).format(time), UnaryOperator.identity());
    }

    /** What a text looks like, whatever the time. */
    public static Pattern shape(String text) {
        return Pattern.compile(replace(text, BuildTime::shapeOf, Pattern::quote));
    }

    /** Whether a text is another one, written at some time. */
    public static boolean agrees(String text, String written) {
        return shape(text).matcher(written).matches();
    }

    private static String shapeOf(String pattern) {
        StringBuilder shape = new StringBuilder();
        Matcher matcher = FIELD.matcher(pattern);
        while (matcher.find()) {
            String part = matcher.group();
            if (part.equals("''")) shape.append("'");
            else if (part.startsWith("'"))
                shape.append(Pattern.quote(part.substring(1, part.length() - 1).replace("''", "'")));
            else if (Character.isLetter(part.charAt(0))) shape.append(shapeOf(part.charAt(0), part.length()));
            else shape.append(Pattern.quote(part));
        }
        return shape.toString();
    }

    /** What one field of a time looks like. */
    private static String shapeOf(char letter, int length) {
        return switch (letter) {
            case 'M', 'L' -> length > 2 ? NAME : NUMBER;
            case 'E', 'G', 'a' -> NAME;
            case 'z' -> "[\\p{L}\\d :+-]+";
            case 'Z' -> "[+-]\\d{4}";
            case 'X' -> "(?:Z|[+-]\\d\\d(?::?\\d\\d)?)";
            default -> NUMBER;
        };
    }
}

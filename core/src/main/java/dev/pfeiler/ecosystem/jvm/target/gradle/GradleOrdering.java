package dev.pfeiler.ecosystem.jvm.target.gradle;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Which of two versions is the higher one. Source: "Version ordering" in Gradle's user manual. */
final class GradleOrdering implements Comparator<String> {
    private static final Pattern LEADING_ZEROS = Pattern.compile("^0+(?=.)");

    private static final Pattern PART = Pattern.compile("\\d+|[A-Za-z]+|[^\\dA-Za-z.\\-_+]+");
    /** Words with a rank of their own among those that are no numbers. */
    private static final Map<String, Integer> WORDS =
            Map.of("dev", -1, "rc", 1, "snapshot", 2, "final", 3, "ga", 4, "release", 5, "sp", 6);

    @Override
    public int compare(String one, String other) {
        List<String> left = parts(one);
        List<String> right = parts(other);
        for (int i = 0; i < Math.min(left.size(), right.size()); i++) {
            int order = comparePart(left.get(i), right.get(i));
            if (order != 0) return order;
        }
        if (left.size() == right.size()) return 0;
        // a further number makes a version higher, a further word lower
        boolean longer = left.size() > right.size();
        String further = longer ? left.get(right.size()) : right.get(left.size());
        return isNumber(further) == longer ? 1 : -1;
    }

    private static List<String> parts(String version) {
        List<String> parts = new ArrayList<>();
        Matcher matcher = PART.matcher(version);
        while (matcher.find()) parts.add(matcher.group());
        return parts;
    }

    private static boolean isNumber(String part) {
        return Character.isDigit(part.charAt(0));
    }

    private static int comparePart(String one, String other) {
        boolean number = isNumber(one);
        if (number != isNumber(other)) return number ? 1 : -1;
        if (number) {
            String left = LEADING_ZEROS.matcher(one).replaceFirst("");
            String right = LEADING_ZEROS.matcher(other).replaceFirst("");
            return left.length() != right.length()
                    ? Integer.compare(left.length(), right.length())
                    : left.compareTo(right);
        }
        int left = WORDS.getOrDefault(one.toLowerCase(Locale.ROOT), 0);
        int right = WORDS.getOrDefault(other.toLowerCase(Locale.ROOT), 0);
        return left != right ? Integer.compare(left, right) : one.compareTo(other);
    }
}

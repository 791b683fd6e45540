package dev.pfeiler.ecosystem.jvm.target;

import dev.pfeiler.tree.Text;
import java.util.Set;
import java.util.SortedSet;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/** Packages of the JDK that code outside it may no longer reach by reflection. Source: JEP 403. */
public final class ClosedPackages {
    private static final Pattern MESSAGE =
            Pattern.compile("module (java[\\w.]*|jdk[\\w.]*) does not \"opens ([\\w.]+)\" to");

    private ClosedPackages() {}

    /** Those that stack traces complain of, as {@code module/package}. */
    public static Set<String> in(String text) {
        SortedSet<String> found = new TreeSet<>();
        Matcher matcher = MESSAGE.matcher(text);
        while (matcher.find()) found.add(matcher.group(1) + "/" + matcher.group(2));
        return found;
    }

    /** What to do about them. */
    public static String hint(Set<String> closed) {
        return "The JDK does not open "
                + closed.stream().map(one -> Text.behindLast(one, "/")).collect(Collectors.joining(", "))
                + " to libraries. To open it, run pfeiler undo, then pfeiler convert --choose \"opens="
                + String.join(" ", closed) + "\".";
    }
}

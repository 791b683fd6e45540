package dev.pfeiler.ecosystem.jvm.wiring.script;

import dev.pfeiler.conversion.PathArguments;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** The archive and the class path entries in calls of {@code java}. Source: the JDK's tool specification of java. */
public final class JavaPathArguments implements PathArguments {
    private static final Pattern CALL = Pattern.compile("(?i)(?:^|[\\s\"'/\\\\}%])javaw?(?:\\.exe)?[\"']?\\s");
    private static final Pattern PATHS = Pattern.compile(
            "\\s(?:(-jar)|-cp|-classpath|--class-path)(?:\\s+|=)(?:\"([^\"]*)\"|'([^']*)'|([^\\s\"']+))");
    /** A drive letter's colon parts nothing. */
    private static final Pattern SEPARATOR = Pattern.compile(";|(?<!^[A-Za-z]):(?![\\\\/]{2})");

    @Override
    public List<Range> in(String line) {
        List<Range> ranges = new ArrayList<>();
        if (!CALL.matcher(line).find()) return ranges;
        Matcher paths = PATHS.matcher(line);
        while (paths.find()) {
            int group = paths.group(2) != null ? 2 : paths.group(3) != null ? 3 : 4;
            int start = paths.start(group);
            int end = paths.end(group);
            if (paths.group(1) != null) {
                ranges.add(new Range(start, end));
                continue;
            }
            Matcher separator = SEPARATOR.matcher(line).region(start, end);
            while (separator.find()) {
                if (separator.start() > start) ranges.add(new Range(start, separator.start()));
                start = separator.end();
            }
            if (end > start) ranges.add(new Range(start, end));
        }
        return ranges;
    }
}

package no.haldervik.tidewatch.model;

import java.util.ArrayList;
import java.util.List;
import org.apache.commons.lang3.StringUtils;

/** Works out the turning points of a row of readings. */
public class TideTable {
    private final List<Reading> readings = new ArrayList<>();

    /** Reads lines of the form "06:10 142". */
    public static TideTable parse(List<String> lines) {
        TideTable table = new TideTable();
        int[] levels = lines.stream().mapToInt(line -> Integer.parseInt(StringUtils.substringAfter(line, " "))).toArray();
        for (int i = 0; i < levels.length; i++) {
            String time = StringUtils.substringBefore(lines.get(i), " ");
            table.readings.add(new Reading(time, levels[i], turn(levels, i)));
        }
        return table;
    }

    private static String turn(int[] levels, int i) {
        if (i == 0 || i == levels.length - 1) return "";
        if (levels[i] > levels[i - 1] && levels[i] >= levels[i + 1]) return "high";
        if (levels[i] < levels[i - 1] && levels[i] <= levels[i + 1]) return "low";
        return "";
    }

    public List<Reading> getReadings() {
        return readings;
    }
}

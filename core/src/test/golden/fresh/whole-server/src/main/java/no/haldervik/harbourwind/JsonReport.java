package no.haldervik.harbourwind;

import com.google.gson.Gson;
import java.util.Map;
import java.util.TreeMap;

/** A speed as JSON. */
final class JsonReport {
    private static final Gson JSON = new Gson();

    private JsonReport() {}

    static String of(double knots) {
        Map<String, Object> report = new TreeMap<>();
        report.put("knots", knots);
        report.put("place", "north pier");
        return JSON.toJson(report);
    }
}

package [=package];

[#if serving.json == "jackson"]
import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.ObjectMapper;
[#else]
import com.google.gson.Gson;
[/#if]
import java.util.Map;
import java.util.TreeMap;

/** A speed as JSON. */
final class JsonReport {
[#if serving.json == "jackson"]
    private static final ObjectMapper JSON = new ObjectMapper();
[#else]
    private static final Gson JSON = new Gson();
[/#if]

    private JsonReport() {}

    static String of(double knots)[#if serving.json == "jackson"] throws JsonProcessingException[/#if] {
        Map<String, Object> report = new TreeMap<>();
        report.put("knots", knots);
        report.put("place", "north pier");
[#if serving.json == "jackson"]
        return JSON.writeValueAsString(report);
[#else]
        return JSON.toJson(report);
[/#if]
    }
}

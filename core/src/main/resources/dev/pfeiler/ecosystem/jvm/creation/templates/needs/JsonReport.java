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
    private JsonReport() {}

    static String of(double knots)[#if serving.json == "jackson"] throws JsonProcessingException[/#if] {
        Map<String, Object> report = new TreeMap<>();
        report.put("knots", knots);
        report.put("place", "north pier");
[#if serving.json == "jackson"]
        return new ObjectMapper().writeValueAsString(report);
[#else]
        return new Gson().toJson(report);
[/#if]
    }
}

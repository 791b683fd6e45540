package [=package];

import java.util.Map;
import java.util.TreeMap;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

/** Reports a speed as JSON. */
@RestController
public class ReportController {
    @GetMapping("/report")
    public Map<String, Object> report() {
        Map<String, Object> report = new TreeMap<>();
        report.put("knots", 10);
        report.put("place", "north pier");
        return report;
    }
}

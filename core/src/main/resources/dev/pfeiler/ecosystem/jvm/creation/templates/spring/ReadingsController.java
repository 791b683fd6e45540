package [=package];

import java.net.URI;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Stores speeds and lists them. */
@RestController
@RequestMapping("/readings")
public class ReadingsController {
    private final Readings readings;

    public ReadingsController(Readings readings) {
        this.readings = readings;
    }

    @GetMapping
    public List<Double> list() {
        return readings.all();
    }

    @PostMapping
    public ResponseEntity<Void> store(@RequestParam("value") double knots) {
        readings.store(knots);
        return ResponseEntity.status(HttpStatus.SEE_OTHER).location(URI.create("/readings")).build();
    }
}

package [=package];

import java.util.Locale;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Converts speeds. */
@RestController
public class KnotsController {
    @GetMapping(path = "/knots", produces = MediaType.TEXT_PLAIN_VALUE)
    public String convert(@RequestParam("value") double knots) {
        return String.format(Locale.ROOT, "%.2f m/s%n", Knots.toMetresPerSecond(knots));
    }
[#list examples as example]

    @GetMapping(path = "/[=example.need]", produces = MediaType.TEXT_PLAIN_VALUE)
    public String [=example.need?replace("-", " ")?capitalize?replace(" ", "")?uncap_first]() throws Exception {
        return [=example.code];
    }
[/#list]

    @ExceptionHandler(IllegalArgumentException.class)
    @ResponseStatus(HttpStatus.BAD_REQUEST)
    public String reject(IllegalArgumentException e) {
        return "Not a speed: " + e.getMessage();
    }
}

package [=package];

[#assign validation = (level gte 17)?then("jakarta.validation", "javax.validation")]
import [=validation].Valid;
import [=validation].constraints.NotNull;
import [=validation].constraints.PositiveOrZero;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

/** Checks speeds. */
@RestController
public class SpeedController {
    /** What a form sends. */
    public static class Speed {
        @NotNull
        @PositiveOrZero
        private Double value;

        public Double getValue() {
            return value;
        }

        public void setValue(Double value) {
            this.value = value;
        }
    }

    @GetMapping(path = "/check", produces = MediaType.TEXT_PLAIN_VALUE)
    public String check(@Valid Speed speed) {
        return speed.getValue() + " kn is a speed";
    }
}

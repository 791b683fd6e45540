package [=package];

[#assign stores = serving.database?? && serving.database?starts_with("spring-")]
import java.util.Locale;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** The page with the form. */
@Controller
@RequestMapping("/speed")
public class SpeedPageController {
[#if stores]
    private final Readings readings;

    public SpeedPageController(Readings readings) {
        this.readings = readings;
    }

[/#if]
    @GetMapping
    public String show([#if stores]Model model[/#if]) {
[#if stores]
        model.addAttribute("readings", readings.all());
[/#if]
        return "speed";
    }

    @PostMapping
    public String convert(@RequestParam("value") double knots, Model model) {
        try {
            model.addAttribute("answer", String.format(Locale.ROOT, "%.2f m/s", Knots.toMetresPerSecond(knots)));
[#if stores]
            readings.store(knots);
[/#if]
        } catch (IllegalArgumentException e) {
            model.addAttribute("answer", "Not a speed: " + e.getMessage());
        }
        return show([#if stores]model[/#if]);
    }
}

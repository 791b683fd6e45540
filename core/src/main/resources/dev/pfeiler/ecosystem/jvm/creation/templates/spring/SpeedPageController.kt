package [=package]

[#assign stores = serving.database?? && serving.database?starts_with("spring-")]
import java.util.Locale
import org.springframework.stereotype.Controller
import org.springframework.ui.Model
import org.springframework.web.bind.annotation.GetMapping
import org.springframework.web.bind.annotation.PostMapping
import org.springframework.web.bind.annotation.RequestMapping
import org.springframework.web.bind.annotation.RequestParam

/** The page with the form. */
@Controller
@RequestMapping("/speed")
class SpeedPageController[#if stores](private val readings: Readings)[/#if] {
    @GetMapping
    fun show([#if stores]model: Model[/#if]): String {
[#if stores]
        model.addAttribute("readings", readings.all())
[/#if]
        return "speed"
    }

    @PostMapping
    fun convert(@RequestParam("value") knots: Double, model: Model): String {
        try {
            model.addAttribute("answer", String.format(Locale.ROOT, "%.2f m/s", toMetresPerSecond(knots)))
[#if stores]
            readings.store(knots)
[/#if]
        } catch (e: IllegalArgumentException) {
            model.addAttribute("answer", "Not a speed: ${e.message}")
        }
        return show([#if stores]model[/#if])
    }
}

package [=package]

import org.springframework.web.bind.annotation.GetMapping
import org.springframework.web.bind.annotation.RestController

/** Reports a speed as JSON. */
@RestController
class ReportController {
    @GetMapping("/report")
    fun report(): Map<String, Any> = mapOf("knots" to 10, "place" to "north pier")
}

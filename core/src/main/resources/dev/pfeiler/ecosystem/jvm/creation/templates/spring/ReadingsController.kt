package [=package]

import java.net.URI
import org.springframework.http.HttpStatus
import org.springframework.http.ResponseEntity
import org.springframework.web.bind.annotation.GetMapping
import org.springframework.web.bind.annotation.PostMapping
import org.springframework.web.bind.annotation.RequestMapping
import org.springframework.web.bind.annotation.RequestParam
import org.springframework.web.bind.annotation.RestController

/** Stores speeds and lists them. */
@RestController
@RequestMapping("/readings")
class ReadingsController(private val readings: Readings) {
    @GetMapping
    fun list(): List<Double> = readings.all()

    @PostMapping
    fun store(@RequestParam("value") knots: Double): ResponseEntity<Unit> {
        readings.store(knots)
        return ResponseEntity.status(HttpStatus.SEE_OTHER).location(URI.create("/readings")).build()
    }
}

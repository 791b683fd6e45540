package [=package]

[#assign validation = (level gte 17)?then("jakarta.validation", "javax.validation")]
import [=validation].Valid
import [=validation].constraints.NotNull
import [=validation].constraints.PositiveOrZero
import org.springframework.http.MediaType
import org.springframework.web.bind.annotation.GetMapping
import org.springframework.web.bind.annotation.RestController

/** What a form sends. */
class Speed {
    @field:NotNull
    @field:PositiveOrZero
    var value: Double? = null
}

/** Checks speeds. */
@RestController
class SpeedController {
    @GetMapping(path = ["/check"], produces = [MediaType.TEXT_PLAIN_VALUE])
    fun check(@Valid speed: Speed): String = "${speed.value} kn is a speed"
}

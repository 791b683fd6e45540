package [=package]

import java.util.Locale
import org.springframework.http.HttpStatus
import org.springframework.http.MediaType
import org.springframework.web.bind.annotation.ExceptionHandler
import org.springframework.web.bind.annotation.GetMapping
import org.springframework.web.bind.annotation.RequestParam
import org.springframework.web.bind.annotation.ResponseStatus
import org.springframework.web.bind.annotation.RestController

/** Converts speeds. */
@RestController
class KnotsController {
    @GetMapping(path = ["/knots"], produces = [MediaType.TEXT_PLAIN_VALUE])
    fun convert(@RequestParam("value") knots: Double): String =
        String.format(Locale.ROOT, "%.2f m/s%n", toMetresPerSecond(knots))
[#list examples as example]

    @GetMapping(path = ["/[=example.need]"], produces = [MediaType.TEXT_PLAIN_VALUE])
    fun [=example.need?replace("-", " ")?capitalize?replace(" ", "")?uncap_first](): String = [=example.code]
[/#list]

    @ExceptionHandler(IllegalArgumentException::class)
    @ResponseStatus(HttpStatus.BAD_REQUEST)
    fun reject(e: IllegalArgumentException): String = "Not a speed: ${e.message}"
}

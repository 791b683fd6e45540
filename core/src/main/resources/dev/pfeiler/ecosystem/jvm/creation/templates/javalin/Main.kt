package [=package]

import io.javalin.Javalin
import io.javalin.http.staticfiles.Location
import java.util.Locale

/** Answers HTTP requests on the port that the environment variable PORT names, or on 8080. */
fun main() {
[#list starts as start]
    [=start]
[/#list]
    server().start((System.getenv("PORT") ?: "8080").toInt())
}

/** The server, not started yet. */
fun server(): Javalin =
    Javalin.create { config -> config.staticFiles.add("/public", Location.CLASSPATH) }
        .get("/knots") { context ->
            val knots = context.queryParam("value").orEmpty().toDouble()
            context.result(String.format(Locale.ROOT, "%.2f m/s%n", toMetresPerSecond(knots)))
        }
[#list examples as example]
        .get("/[=example.need]") { context -> context.result([=example.code]) }
[/#list]
        .exception(IllegalArgumentException::class.java) { e, context ->
            context.status(400).result("Not a speed: ${e.message}")
        }

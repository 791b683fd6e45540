package [=package]

import io.ktor.http.HttpStatusCode
import io.ktor.server.application.Application
import io.ktor.server.application.call
import io.ktor.server.application.install
import io.ktor.server.engine.embeddedServer
import io.ktor.server.http.content.staticResources
import io.ktor.server.netty.Netty
import io.ktor.server.plugins.statuspages.StatusPages
import io.ktor.server.response.respondText
import io.ktor.server.routing.get
import io.ktor.server.routing.routing
import java.util.Locale

/** Answers HTTP requests on the port that the environment variable PORT names, or on 8080. */
fun main() {
[#list starts as start]
    [=start]
[/#list]
    val port = (System.getenv("PORT") ?: "8080").toInt()
    embeddedServer(Netty, port = port, module = Application::answers).start(wait = true)
}

/** What the server answers. */
fun Application.answers() {
    install(StatusPages) {
        exception<IllegalArgumentException> { call, e ->
            call.respondText("Not a speed: ${e.message}", status = HttpStatusCode.BadRequest)
        }
    }
    routing {
        get("/knots") {
            val knots = call.request.queryParameters["value"].orEmpty().toDouble()
            call.respondText(String.format(Locale.ROOT, "%.2f m/s%n", toMetresPerSecond(knots)))
        }
[#list examples as example]
        get("/[=example.need]") { call.respondText([=example.code]) }
[/#list]
        staticResources("/", "public")
    }
}

package [=package]

import com.sun.net.httpserver.HttpExchange
import com.sun.net.httpserver.HttpServer
import java.net.InetSocketAddress
import java.util.Locale

/** Answers HTTP requests on the port that the environment variable PORT names, or on 8080. */
fun main(arguments: Array<String>) {
    val port = (System.getenv("PORT") ?: "8080").toInt()
    val server = HttpServer.create(InetSocketAddress(port), 0)
    server.createContext("/") { exchange -> answer(exchange, "text/html") { page() } }
    server.createContext("/knots") { exchange -> answer(exchange, "text/plain") { convert(exchange) } }
[#list examples as example]
    server.createContext("/[=example.need]") { exchange -> answer(exchange, "text/plain") { [=example.code] } }
[/#list]
    server.start()
    println("Listening on http://localhost:$port")
}

private fun convert(exchange: HttpExchange): String {
    val knots = exchange.requestURI.query.orEmpty().substringAfter("value=").toDouble()
    return String.format(Locale.ROOT, "%.2f m/s%n", toMetresPerSecond(knots))
}

private fun page(): String = object {}.javaClass.getResource("/index.html")!!.readText()

private fun answer(exchange: HttpExchange, type: String, content: () -> String) {
    var status = 200
    val text = try {
        content()
    } catch (e: IllegalArgumentException) {
        status = 400
        "Not a speed: ${e.message}"
    } catch (e: Exception) {
        status = 500
        e.message.toString()
    }
    val bytes = text.toByteArray()
    exchange.responseHeaders.set("Content-Type", "$type; charset=utf-8")
    exchange.sendResponseHeaders(status, bytes.size.toLong())
    exchange.responseBody.write(bytes)
    exchange.close()
}

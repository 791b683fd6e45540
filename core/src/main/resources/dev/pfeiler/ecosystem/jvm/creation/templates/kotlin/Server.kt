package [=package]

import com.sun.net.httpserver.HttpExchange
import com.sun.net.httpserver.HttpServer
import java.net.InetSocketAddress
import java.util.Locale

/** Answers HTTP requests on the port that the environment variable PORT names, or on 8080. */
fun main() {
[#list starts as start]
    [=start]
[/#list]
    val port = (System.getenv("PORT") ?: "8080").toInt()
    val server = HttpServer.create(InetSocketAddress(port), 0)
    server.createContext("/", ::answer)
    server.start()
    println("Listening on http://localhost:$port")
}

private fun answer(exchange: HttpExchange) {
    val path = exchange.requestURI.path
    val (status, text) = try {
        text(path, exchange.requestURI.query.orEmpty())?.let { 200 to it } ?: (404 to "Not found")
    } catch (e: IllegalArgumentException) {
        400 to "Not a speed: ${e.message}"
    } catch (e: Exception) {
        e.printStackTrace()
        500 to "Internal error"
    }
    val bytes = text.toByteArray()
    val type = if (status == 200 && path == "/") "text/html" else "text/plain"
    exchange.responseHeaders.set("Content-Type", "$type; charset=utf-8")
    exchange.sendResponseHeaders(status, bytes.size.toLong())
    exchange.responseBody.write(bytes)
    exchange.close()
}

/** The answer to a request; null if there is nothing at its path. */
private fun text(path: String, query: String): String? = when (path) {
    "/" -> page()
    "/knots" -> convert(parameter(query, "value"))
[#list examples as example]
    "/[=example.need]" -> [=example.code]
[/#list]
    else -> null
}

private fun parameter(query: String, name: String): String =
    query.split("&").firstOrNull { it.startsWith("$name=") }?.substringAfter("=")
        ?: throw IllegalArgumentException("the parameter $name is missing")

private fun convert(knots: String): String =
    String.format(Locale.ROOT, "%.2f m/s%n", toMetresPerSecond(knots.toDouble()))

private fun page(): String = object {}.javaClass.getResource("/index.html")!!.readText()

package no.haldervik.tidegate

import com.google.gson.Gson
import com.sun.net.httpserver.HttpExchange
import com.sun.net.httpserver.HttpServer
import java.net.InetSocketAddress
import java.util.Properties

private const val PORT = 8471

val readings = listOf(Reading(0, 96), Reading(20, 128), Reading(40, 151), Reading(60, 133))

fun texts(): Properties = Properties().apply {
    Gate::class.java.getResourceAsStream("gate.properties").use { load(it) }
}

fun page(gate: Gate, texts: Properties): String {
    val state = texts.getProperty(gate.after(readings).name.toLowerCase())
    return "<h1>${texts.getProperty("title")}</h1><p>$state</p>"
}

private fun HttpExchange.answer(type: String, body: String) {
    val bytes = body.toByteArray()
    responseHeaders.add("Content-Type", type)
    sendResponseHeaders(200, bytes.size.toLong())
    responseBody.use { it.write(bytes) }
}

fun main() {
    val server = HttpServer.create(InetSocketAddress("127.0.0.1", PORT), 0)
    server.createContext("/") { it.answer("text/html", page(Gate(), texts())) }
    server.createContext("/readings") { it.answer("application/json", Gson().toJson(readings)) }
    server.start()
    println("Tide gate on port $PORT")
}

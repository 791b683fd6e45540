package [=package]

import com.sun.net.httpserver.HttpExchange
import com.sun.net.httpserver.HttpServer

/** Answers HTTP requests on the port that the environment variable PORT names, or on 8080. */
final class Main {
    static void main(String[] arguments) {
        int port = (System.getenv('PORT') ?: '8080').toInteger()
        HttpServer server = HttpServer.create(new InetSocketAddress(port), 0)
        server.createContext('/') { HttpExchange exchange -> answer(exchange, 'text/html') { page() } }
        server.createContext('/knots') { HttpExchange exchange -> answer(exchange, 'text/plain') { convert(exchange) } }
[#list examples as example]
        server.createContext('/[=example.need]') { HttpExchange exchange -> answer(exchange, 'text/plain') { [=example.code] } }
[/#list]
        server.start()
        println "Listening on http://localhost:$port"
    }

    private static String convert(HttpExchange exchange) {
        double knots = String.valueOf(exchange.requestURI.query).replaceFirst('.*value=', '').toDouble()
        return String.format(Locale.ROOT, '%.2f m/s%n', Knots.toMetresPerSecond(knots))
    }

    private static String page() {
        return Main.getResource('/index.html').getText('UTF-8')
    }

    private static void answer(HttpExchange exchange, String type, Closure<String> content) {
        int status = 200
        String text
        try {
            text = content()
        } catch (IllegalArgumentException e) {
            status = 400
            text = "Not a speed: $e.message"
        }
        byte[] bytes = text.getBytes('UTF-8')
        exchange.responseHeaders.set('Content-Type', "$type; charset=utf-8")
        exchange.sendResponseHeaders(status, bytes.length)
        exchange.responseBody.write(bytes)
        exchange.close()
    }
}

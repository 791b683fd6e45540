package [=package]

import com.sun.net.httpserver.HttpExchange
import com.sun.net.httpserver.HttpServer

/** Answers HTTP requests on the port that the environment variable PORT names, or on 8080. */
final class Main {
    static void main(String[] arguments) {
[#list starts as start]
        [=start]
[/#list]
        int port = (System.getenv('PORT') ?: '8080').toInteger()
        HttpServer server = HttpServer.create(new InetSocketAddress(port), 0)
        server.createContext('/') { HttpExchange exchange -> answer(exchange) }
        server.start()
        println "Listening on http://localhost:$port"
    }

    private static void answer(HttpExchange exchange) {
        String path = exchange.requestURI.path
        int status = 200
        String text
        try {
            text = content(path, exchange.requestURI.query ?: '')
            if (text == null) {
                status = 404
                text = 'Not found'
            }
        } catch (IllegalArgumentException e) {
            status = 400
            text = "Not a speed: $e.message"
        } catch (Exception e) {
            status = 500
            text = 'Internal error'
            e.printStackTrace()
        }
        byte[] bytes = text.getBytes('UTF-8')
        String type = status == 200 && path == '/' ? 'text/html' : 'text/plain'
        exchange.responseHeaders.set('Content-Type', "$type; charset=utf-8")
        exchange.sendResponseHeaders(status, bytes.length)
        exchange.responseBody.write(bytes)
        exchange.close()
    }

    /** The answer to a request; null if there is nothing at its path. */
    private static String content(String path, String query) {
        switch (path) {
            case '/':
                return page()
            case '/knots':
                return convert(parameter(query, 'value'))
[#list examples as example]
            case '/[=example.need]':
                return [=example.code]
[/#list]
            default:
                return null
        }
    }

    private static String parameter(String query, String name) {
        String pair = query.split('&').find { it.startsWith("$name=") }
        if (pair == null) {
            throw new IllegalArgumentException("the parameter $name is missing")
        }
        return pair.substring(name.length() + 1)
    }

    private static String convert(String knots) {
        return String.format(Locale.ROOT, '%.2f m/s%n', Knots.toMetresPerSecond(knots.toDouble()))
    }

    private static String page() {
        return Main.getResource('/index.html').getText('UTF-8')
    }
}

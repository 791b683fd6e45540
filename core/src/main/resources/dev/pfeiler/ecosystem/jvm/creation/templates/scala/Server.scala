package [=package]

import com.sun.net.httpserver.{HttpExchange, HttpHandler, HttpServer}
import java.net.InetSocketAddress
import scala.util.{Failure, Success, Try}

/** Answers HTTP requests on the port that the environment variable PORT names, or on 8080. */
object Main {
  def main(arguments: Array[String]): Unit = {
    val port = sys.env.getOrElse("PORT", "8080").toInt
    val server = HttpServer.create(new InetSocketAddress(port), 0)
    handle(server, "/", "text/html")(_ => page())
    handle(server, "/knots", "text/plain")(convert)
[#list examples as example]
    handle(server, "/[=example.need]", "text/plain")(_ => [=example.code])
[/#list]
    server.start()
    println(s"Listening on http://localhost:$port")
  }

  private def convert(exchange: HttpExchange): String = {
    val query = Option(exchange.getRequestURI.getQuery).getOrElse("")
    val metres = Knots.toMetresPerSecond(query.replaceFirst(".*value=", "").toDouble)
    "%.2f m/s\n".formatLocal(java.util.Locale.ROOT, metres)
  }

  private def page(): String = {
    val source = scala.io.Source.fromInputStream(getClass.getResourceAsStream("/index.html"), "UTF-8")
    try source.mkString
    finally source.close()
  }

  private def handle(server: HttpServer, path: String, kind: String)(content: HttpExchange => String): Unit = {
    val handler: HttpHandler = exchange => {
      val (status, text) = Try(content(exchange)) match {
        case Success(answer) => (200, answer)
        case Failure(e)      => (400, s"Not a speed: ${e.getMessage}")
      }
      val bytes = text.getBytes("UTF-8")
      exchange.getResponseHeaders.set("Content-Type", s"$kind; charset=utf-8")
      exchange.sendResponseHeaders(status, bytes.length.toLong)
      exchange.getResponseBody.write(bytes)
      exchange.close()
    }
    server.createContext(path, handler)
  }
}

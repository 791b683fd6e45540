package [=package]

import com.sun.net.httpserver.{HttpExchange, HttpHandler, HttpServer}
import java.net.InetSocketAddress
import scala.util.{Failure, Success, Try}

/** Answers HTTP requests on the port that the environment variable PORT names, or on 8080. */
object Main {
  def main(arguments: Array[String]): Unit = {
    val port = sys.env.getOrElse("PORT", "8080").toInt
    val server = HttpServer.create(new InetSocketAddress(port), 0)
    val handler: HttpHandler = exchange => answer(exchange)
    server.createContext("/", handler)
    server.start()
    println(s"Listening on http://localhost:$port")
  }

  private def answer(exchange: HttpExchange): Unit = {
    val path = exchange.getRequestURI.getPath
    val query = Option(exchange.getRequestURI.getQuery).getOrElse("")
    val (status, answered) = Try(text(path, query)) match {
      case Success(Some(found))                 => (200, found)
      case Success(None)                        => (404, "Not found")
      case Failure(e: IllegalArgumentException) => (400, s"Not a speed: ${e.getMessage}")
      case Failure(e) =>
        e.printStackTrace()
        (500, "Internal error")
    }
    val bytes = answered.getBytes("UTF-8")
    val kind = if (status == 200 && path == "/") "text/html" else "text/plain"
    exchange.getResponseHeaders.set("Content-Type", s"$kind; charset=utf-8")
    exchange.sendResponseHeaders(status, bytes.length.toLong)
    exchange.getResponseBody.write(bytes)
    exchange.close()
  }

  /** The answer to a request, if there is something at its path. */
  private def text(path: String, query: String): Option[String] = path match {
    case "/"      => Some(page())
    case "/knots" => Some(convert(parameter(query, "value")))
[#list examples as example]
    case "/[=example.need]" => Some([=example.code])
[/#list]
    case _ => None
  }

  private def parameter(query: String, name: String): String =
    query
      .split("&")
      .find(_.startsWith(name + "="))
      .map(_.drop(name.length + 1))
      .getOrElse(throw new IllegalArgumentException(s"the parameter $name is missing"))

  private def convert(knots: String): String =
    "%.2f m/s\n".formatLocal(java.util.Locale.ROOT, Knots.toMetresPerSecond(knots.toDouble))

  private def page(): String = {
    val source = scala.io.Source.fromInputStream(getClass.getResourceAsStream("/index.html"), "UTF-8")
    try source.mkString
    finally source.close()
  }
}

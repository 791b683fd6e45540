package [=package]

import java.util.Locale
import [=servlet].http.HttpServlet
import [=servlet].http.HttpServletRequest
import [=servlet].http.HttpServletResponse

/** Converts the speed that the parameter `value` names. */
class KnotsServlet : HttpServlet() {
[#if starts?has_content]
    override fun init() {
[#list starts as start]
        [=start]
[/#list]
    }

[/#if]
    override fun doGet(request: HttpServletRequest, response: HttpServletResponse) {
        response.contentType = "text/plain; charset=utf-8"
        try {
[#if examples?has_content]
            val text = when (request.servletPath) {
[#list examples as example]
                "/[=example.need]" -> [=example.code]
[/#list]
                else -> convert(request.getParameter("value"))
            }
            response.writer.println(text)
[#else]
            response.writer.println(convert(request.getParameter("value")))
[/#if]
        } catch (e: IllegalArgumentException) {
            response.sendError(HttpServletResponse.SC_BAD_REQUEST, "Not a speed: ${e.message}")
        }
    }

    private fun convert(knots: String?): String =
        String.format(Locale.ROOT, "%.2f m/s", toMetresPerSecond(knots.orEmpty().toDouble()))
}

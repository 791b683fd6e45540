package [=package]

import [=servlet].http.HttpServlet
import [=servlet].http.HttpServletRequest
import [=servlet].http.HttpServletResponse

/** Converts the speed that the parameter {@code value} names. */
class KnotsServlet extends HttpServlet {
[#if starts?has_content]
    @Override
    void init() {
[#list starts as start]
        [=start]
[/#list]
    }

[/#if]
    @Override
    protected void doGet(HttpServletRequest request, HttpServletResponse response) {
        response.contentType = 'text/plain; charset=utf-8'
        try {
            response.writer.println(answer(request))
        } catch (IllegalArgumentException e) {
            response.sendError(HttpServletResponse.SC_BAD_REQUEST, "Not a speed: $e.message")
        }
    }

    private static String answer(HttpServletRequest request) {
        switch (request.servletPath) {
[#list examples as example]
            case '/[=example.need]':
                return [=example.code]
[/#list]
            default:
                return convert(request.getParameter('value') ?: '')
        }
    }

    private static String convert(String knots) {
        return String.format(Locale.ROOT, '%.2f m/s', Knots.toMetresPerSecond(knots.toDouble()))
    }
}

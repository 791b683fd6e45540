package [=package];

import java.io.IOException;
import java.io.PrintWriter;
import java.util.Locale;
import [=servlet].ServletException;
import [=servlet].http.HttpServlet;
import [=servlet].http.HttpServletRequest;
import [=servlet].http.HttpServletResponse;

/** Converts the speed that the parameter {@code value} names. */
public class KnotsServlet extends HttpServlet {
    private static final long serialVersionUID = 1;

[#if starts?has_content]
    @Override
    public void init() throws ServletException {
        try {
[#list starts as start]
            [=start];
[/#list]
        } catch (Exception e) {
            throw new ServletException(e);
        }
    }

[/#if]
    @Override
    protected void doGet(HttpServletRequest request, HttpServletResponse response)
            throws IOException, ServletException {
        response.setContentType("text/plain; charset=utf-8");
        PrintWriter out = response.getWriter();
        try {
[#if examples?has_content]
            switch (request.getServletPath()) {
[#list examples as example]
                case "/[=example.need]":
                    out.println([=example.code]);
                    break;
[/#list]
                default:
                    out.println(convert(request.getParameter("value")));
            }
[#else]
            out.println(convert(request.getParameter("value")));
[/#if]
        } catch (IllegalArgumentException e) {
            response.sendError(HttpServletResponse.SC_BAD_REQUEST, "Not a speed: " + e.getMessage());
[#if examples?has_content]
        } catch (Exception e) {
            throw new ServletException(e);
[/#if]
        }
    }

    private static String convert(String knots) {
        double metres = Knots.toMetresPerSecond(Double.parseDouble(String.valueOf(knots)));
        return String.format(Locale.ROOT, "%.2f m/s", metres);
    }
}

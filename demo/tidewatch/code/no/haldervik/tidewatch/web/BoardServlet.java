package no.haldervik.tidewatch.web;

import java.io.IOException;
import java.util.Properties;
import javax.servlet.ServletException;
import javax.servlet.http.HttpServlet;
import javax.servlet.http.HttpServletRequest;
import javax.servlet.http.HttpServletResponse;
import no.haldervik.tidewatch.model.Gauge;

/** Shows the tide board. */
public class BoardServlet extends HttpServlet {
    private static final long serialVersionUID = 1L;

    @Override
    protected void doGet(HttpServletRequest request, HttpServletResponse response)
            throws ServletException, IOException {
        Gauge gauge = new Gauge();
        Properties settings = gauge.settings();
        request.setAttribute("station", settings.getProperty("station", Gauge.STATION));
        request.setAttribute("notice", settings.getProperty("notice", ""));
        request.setAttribute("readings", gauge.today().getReadings());
        request.getRequestDispatcher("/WEB-INF/jsp/board.jsp").forward(request, response);
    }
}

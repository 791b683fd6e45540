package no.haldervik.tidewatch.web;

import com.google.gson.Gson;
import java.io.IOException;
import javax.servlet.http.HttpServlet;
import javax.servlet.http.HttpServletRequest;
import javax.servlet.http.HttpServletResponse;
import no.haldervik.tidewatch.model.Gauge;
import org.apache.commons.codec.binary.PortHex;

/** Gives the tide board as data. */
public class FeedServlet extends HttpServlet {
    private static final long serialVersionUID = 1L;

    @Override
    protected void doGet(HttpServletRequest request, HttpServletResponse response) throws IOException {
        response.setContentType("application/json");
        response.setCharacterEncoding("UTF-8");
        String feed = new Gson().toJson(new Gauge().today().getReadings());
        // the old gauge asks for the length in its own digits
        response.setHeader("X-Gauge-Length", PortHex.of(feed.length()));
        response.getWriter().write(feed);
    }
}

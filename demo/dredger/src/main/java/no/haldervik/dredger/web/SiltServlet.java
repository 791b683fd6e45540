package no.haldervik.dredger.web;

import com.google.gson.Gson;
import java.io.IOException;
import java.util.Map;
import javax.servlet.http.HttpServlet;
import javax.servlet.http.HttpServletRequest;
import javax.servlet.http.HttpServletResponse;

/** How many tonnes of silt were taken, by basin. */
public class SiltServlet extends HttpServlet {
    private static final long serialVersionUID = 1L;

    @Override
    protected void doGet(HttpServletRequest request, HttpServletResponse response) throws IOException {
        var tonnes = Map.of("Nordre basseng", 420, "Sluseløpet", 95);
        response.setContentType("application/json;charset=UTF-8");
        response.getWriter().println(new Gson().toJson(tonnes));
    }
}

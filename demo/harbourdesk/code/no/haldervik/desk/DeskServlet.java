package no.haldervik.desk;

import java.io.IOException;
import javax.servlet.http.HttpServlet;
import javax.servlet.http.HttpServletRequest;
import javax.servlet.http.HttpServletResponse;
import org.apache.commons.lang3.StringUtils;

/** Shows who lies where. */
public class DeskServlet extends HttpServlet {
    private static final Berth[] BERTHS = {new Berth("North 1", "Måken"), new Berth("North 2", "Havsula")};

    @Override
    protected void doGet(HttpServletRequest request, HttpServletResponse response) throws IOException {
        response.setContentType("text/plain;charset=UTF-8");
        for (Berth berth : BERTHS) response.getWriter().println(StringUtils.capitalize(berth.line()));
    }
}

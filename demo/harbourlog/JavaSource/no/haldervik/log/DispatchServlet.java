package no.haldervik.log;

import java.io.IOException;
import java.util.Properties;
import javax.servlet.ServletException;
import javax.servlet.http.HttpServlet;
import javax.servlet.http.HttpServletRequest;
import javax.servlet.http.HttpServletResponse;

/** Hands each request to the action that the settings name for it. */
public class DispatchServlet extends HttpServlet {
    private Properties actions = new Properties();

    public void init() throws ServletException {
        try {
            actions.load(getServletContext().getResourceAsStream(getInitParameter("actions")));
        } catch (IOException e) {
            throw new ServletException(e);
        }
    }

    protected void doGet(HttpServletRequest request, HttpServletResponse response) throws ServletException, IOException {
        String name = actions.getProperty(request.getServletPath());
        try {
            Action action = (Action) Class.forName(name).newInstance();
            request.getRequestDispatcher(action.run(request)).forward(request, response);
        } catch (Exception e) {
            throw new ServletException(e);
        }
    }
}

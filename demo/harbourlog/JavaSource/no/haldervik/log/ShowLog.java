package no.haldervik.log;

import javax.servlet.http.HttpServletRequest;

public class ShowLog implements Action {
    public String run(HttpServletRequest request) {
        request.setAttribute("entries", new String[] {"Havbris in", "Lunde out"});
        return "/log.jsp";
    }
}

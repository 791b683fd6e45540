package no.haldervik.log;

import javax.servlet.http.HttpServletRequest;

public interface Action {
    String run(HttpServletRequest request);
}

package dev.pfeiler.ecosystem.jvm.library;

import dev.pfeiler.artifact.archive.Jar;
import java.util.List;
import java.util.Set;

/** Which libraries are APIs that a container provides, and which are containers. */
public final class ContainerApis {
    /** Classes that only containers bring: one for each API they implement. */
    private static final Set<String> APIS = Set.of(
            "javax.servlet.Servlet",
            "jakarta.servlet.Servlet",
            "javax.servlet.jsp.JspPage",
            "jakarta.servlet.jsp.JspPage",
            "javax.el.ELContext",
            "jakarta.el.ELContext",
            "javax.ejb.EJBHome",
            "jakarta.ejb.EJBHome");

    /** Classes of servers that a program contains and starts itself. */
    private static final List<String> SERVERS = List.of(
            "org.apache.catalina.startup.Tomcat",
            "org.eclipse.jetty.server.Server",
            "io.undertow.Undertow",
            "org.glassfish.grizzly.http.server.HttpServer",
            "winstone.Launcher");

    private ContainerApis() {}

    /** Whether a library is such an API. */
    public static boolean isOne(Jar jar) {
        return APIS.stream().anyMatch(jar::holds);
    }

    /** Whether a library is a server that a program can start itself. */
    public static boolean isServer(Jar jar) {
        return SERVERS.stream().anyMatch(jar::holds);
    }
}

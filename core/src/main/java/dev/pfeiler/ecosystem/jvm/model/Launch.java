package dev.pfeiler.ecosystem.jvm.model;

import java.util.Optional;

/** How a module's product is started during development. */
public sealed interface Launch {
    /**
     * A main class.
     *
     * @param framework the version of the application framework whose own starter is used
     */
    record MainClass(String name, Optional<Framework> framework) implements Launch {}

    /**
     * A web archive, served.
     *
     * @param contextPath without slashes
     * @param javaRelease the release of the JDK that runs the server
     */
    record Serve(ServletFamily family, String contextPath, int javaRelease) implements Launch {}

    /** Spring Boot, in a version. */
    record Framework(String version) {
        /** The classifier of the archive that its plug-in packs with the libraries. */
        public static final String CLASSIFIER = "all";

        public static final String GROUP = "org.springframework.boot";

        /** The class that starts a program. */
        public static final String APPLICATION = "org.springframework.boot.SpringApplication";
    }

    /** The main class, if it is one. */
    default Optional<String> mainClass() {
        return this instanceof MainClass main ? Optional.of(main.name()) : Optional.empty();
    }
}

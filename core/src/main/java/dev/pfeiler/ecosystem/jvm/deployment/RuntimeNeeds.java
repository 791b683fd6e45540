package dev.pfeiler.ecosystem.jvm.deployment;

import dev.pfeiler.artifact.archive.Jar;
import dev.pfeiler.ecosystem.jvm.layout.Placement;
import dev.pfeiler.ecosystem.jvm.layout.Role;
import dev.pfeiler.ecosystem.jvm.model.Launch;
import dev.pfeiler.ecosystem.jvm.project.JvmProject;
import dev.pfeiler.ecosystem.jvm.reading.JvmReading;
import dev.pfeiler.ecosystem.jvm.web.WebDescriptor;
import dev.pfeiler.ecosystem.jvm.web.WebFiles;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.TreeFile;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** What a program needs when it runs that compiling does not show, and that no library of the project has. */
public final class RuntimeNeeds {
    private static final Pattern DATABASE = Pattern.compile("\\bjdbc:(\\w+):");
    private static final Set<String> SETTINGS = Set.of("properties", "xml", "yml", "yaml", "conf", "ini");
    private static final long LARGEST = 256 << 10;

    /**
     * What opens a kind of database.
     *
     * @param classes one of which the library has
     */
    private record Driver(String artifact, String... classes) {}

    /** Drivers by the name that is in a database's address. */
    private static final Map<String, Driver> DRIVERS = Map.ofEntries(
            Map.entry("postgresql", new Driver("org.postgresql:postgresql", "org.postgresql.Driver")),
            Map.entry(
                    "mysql",
                    new Driver("com.mysql:mysql-connector-j", "com.mysql.cj.jdbc.Driver", "com.mysql.jdbc.Driver")),
            Map.entry("mariadb", new Driver("org.mariadb.jdbc:mariadb-java-client", "org.mariadb.jdbc.Driver")),
            Map.entry("h2", new Driver("com.h2database:h2", "org.h2.Driver")),
            Map.entry("hsqldb", new Driver("org.hsqldb:hsqldb", "org.hsqldb.jdbc.JDBCDriver", "org.hsqldb.jdbcDriver")),
            Map.entry(
                    "derby",
                    new Driver(
                            "org.apache.derby:derby",
                            "org.apache.derby.jdbc.EmbeddedDriver",
                            "org.apache.derby.jdbc.ClientDriver")),
            Map.entry("sqlite", new Driver("org.xerial:sqlite-jdbc", "org.sqlite.JDBC")),
            Map.entry("oracle", new Driver("com.oracle.database.jdbc:ojdbc8", "oracle.jdbc.OracleDriver")),
            Map.entry(
                    "sqlserver",
                    new Driver("com.microsoft.sqlserver:mssql-jdbc", "com.microsoft.sqlserver.jdbc.SQLServerDriver")));

    private static final List<String> PERSISTENCE = List.of(
            "org.hibernate.jpa.HibernatePersistenceProvider",
            "org.hibernate.ejb.HibernatePersistence",
            "org.eclipse.persistence.jpa.PersistenceProvider",
            "org.apache.openjpa.persistence.PersistenceProviderImpl");
    private static final List<String> LOGGING = List.of(
            "org.slf4j.impl.StaticLoggerBinder",
            "ch.qos.logback.classic.spi.LogbackServiceProvider",
            "org.slf4j.simple.SimpleServiceProvider",
            "org.slf4j.jul.JULServiceProvider",
            "org.slf4j.reload4j.Reload4jServiceProvider",
            "org.apache.logging.slf4j.SLF4JServiceProvider");
    private static final List<String> TEMPLATES = List.of(
            "org.thymeleaf.TemplateEngine",
            "freemarker.template.Configuration",
            "com.samskivert.mustache.Mustache",
            "groovy.text.markup.MarkupTemplateEngine",
            "org.apache.velocity.app.VelocityEngine");

    /** Themes that the component library brings, in one version or another. */
    private static final Set<String> OWN_THEMES = Set.of(
            "none",
            "aristo",
            "nova-light",
            "nova-dark",
            "nova-colored",
            "luna-amber",
            "luna-blue",
            "luna-green",
            "luna-pink",
            "omega",
            "saga",
            "vela",
            "arya",
            "saga-blue",
            "vela-blue",
            "arya-blue");

    private final JvmReading reading;
    private final JvmProject project;
    private final List<Finding> findings = new ArrayList<>();

    public RuntimeNeeds(JvmReading reading, JvmProject project) {
        this.reading = reading;
        this.project = project;
    }

    public List<Finding> findings() {
        databases();
        persistence();
        if (has(List.of(Launch.Framework.APPLICATION))) {
            embedded();
            dataSource();
        }
        logging();
        theme();
        return findings;
    }

    private boolean has(List<String> anyClass) {
        return reading.jars().stream().anyMatch(jar -> anyClass.stream().anyMatch(jar::holds));
    }

    /** The first file of the program whose path matches. */
    private Optional<String> file(String pattern, Set<Role> roles) {
        Pattern relative = Pattern.compile(pattern);
        return project.layout().placements().values().stream()
                .filter(placement -> roles.contains(placement.role()))
                .filter(placement -> relative.matcher(placement.relative()).matches())
                .map(Placement::path)
                .findFirst();
    }

    private void databases() {
        Map<String, Evidence> named = new TreeMap<>();
        for (Placement placement : project.layout().placements().values()) {
            boolean program = Set.of(Role.MAIN, Role.MAIN_RESOURCES, Role.WEB).contains(placement.role());
            if (program && SETTINGS.contains(Paths.extension(placement.path())))
                reading.tree().file(placement.path()).ifPresent(file -> addresses(file, named));
        }
        named.forEach((name, evidence) -> {
            Driver driver = DRIVERS.get(name);
            if (driver == null || has(List.of(driver.classes()))) return;
            findings.add(Finding.trouble(
                    "jdbc:" + name,
                    "requires a JDBC driver that no library contains; add " + driver.artifact()
                            + ", unless the server provides it",
                    evidence));
        });
    }

    private void addresses(TreeFile file, Map<String, Evidence> named) {
        List<String> lines = reading.tree().lines(file, LARGEST);
        for (int i = 0; i < lines.size(); i++) {
            String line = lines.get(i).strip();
            Matcher matcher = DATABASE.matcher(line);
            if (line.startsWith("#") || line.startsWith("<!--") || !matcher.find()) continue;
            // the address may hold a password
            named.putIfAbsent(
                    matcher.group(1).toLowerCase(Locale.ROOT),
                    new Evidence(file.path(), i + 1, matcher.group() + "\u2026"));
        }
    }

    private void persistence() {
        boolean served = has(List.of("javax.ejb.Stateless", "jakarta.ejb.Stateless"));
        if (served || has(PERSISTENCE)) return;
        file("(.*/)?META-INF/persistence\\.xml", Set.of(Role.MAIN, Role.MAIN_RESOURCES, Role.WEB))
                .ifPresent(path -> lacks(
                        path,
                        "persistence.xml",
                        "requires a persistence provider that no library contains; add one, such as"
                                + " org.hibernate:hibernate-core, unless the server provides it"));
    }

    private void lacks(String path, String words, String fact) {
        findings.add(Finding.trouble(path, fact, Evidence.of(path, words)));
    }

    private void embedded() {
        if (!has(TEMPLATES)) {
            file("templates/.*\\.(html|ftlh?|mustache)", Set.of(Role.MAIN, Role.MAIN_RESOURCES))
                    .ifPresent(path -> lacks(
                            path,
                            "templates/",
                            "requires a template engine that no library contains; add one, such as"
                                    + " org.springframework.boot:spring-boot-starter-thymeleaf"));
        }
        if (!has(List.of("org.apache.jasper.servlet.JspServlet"))) {
            file(".*\\.jsp", Set.of(Role.WEB, Role.MAIN_RESOURCES))
                    .ifPresent(path -> lacks(
                            path,
                            "a page",
                            "requires a JSP compiler that no library contains; add"
                                    + " org.apache.tomcat.embed:tomcat-embed-jasper"));
        }
    }

    /** A framework that looks for a database as soon as its libraries are there, and finds none stated. */
    private void dataSource() {
        Optional<Jar> asking = reading.jars().stream()
                .filter(jar -> jar.holds("org.springframework.jdbc.core.JdbcTemplate"))
                .findFirst();
        boolean embedded =
                has(List.of("org.h2.Driver", "org.hsqldb.jdbc.JDBCDriver", "org.apache.derby.jdbc.EmbeddedDriver"));
        boolean byCode = project.main().stream().anyMatch(source -> source.imports().stream()
                .anyMatch(declared -> declared.name().equals("javax.sql.DataSource")));
        if (asking.isEmpty() || embedded || byCode) return;
        boolean stated = project.layout().placements().values().stream()
                .filter(placement -> placement.role() == Role.MAIN_RESOURCES)
                .flatMap(placement -> reading.tree().file(placement.path()).stream())
                .filter(file -> SETTINGS.contains(file.extension()))
                .flatMap(file -> reading.tree().lines(file, LARGEST).stream())
                .anyMatch(line -> line.contains("datasource"));
        if (stated) return;
        findings.add(Finding.trouble(
                "spring.datasource.url",
                "is not set, but the program connects to a database at startup; set it, or remove "
                        + asking.get().name(),
                Evidence.of(asking.get().path(), "org.springframework.jdbc")));
    }

    /** A theme of a component library that neither the library nor another jar has. */
    private void theme() {
        Optional<Jar> components = reading.jars().stream()
                .filter(jar -> jar.holds("org.primefaces.component.button.Button"))
                .findFirst();
        if (components.isEmpty()) return;
        for (WebFiles web : project.webs().values()) {
            WebDescriptor descriptor = web.descriptor().orElse(null);
            Wiring.Setting named =
                    descriptor == null ? null : descriptor.parameters().get("primefaces.THEME");
            if (named == null || named.value().contains("#{") || OWN_THEMES.contains(named.value())) continue;
            boolean there = reading.jars().stream()
                    .anyMatch(jar ->
                            jar.name().contains(named.value()) || jar.name().contains("all-themes"));
            if (!there)
                findings.add(Finding.trouble(
                        named.value(),
                        "is a theme that no library contains; add org.primefaces.themes:" + named.value()
                                + ", or choose another",
                        named.evidence()));
        }
    }

    /** A program, not a library, that logs by an interface with nothing behind it prints a warning and no line. */
    private void logging() {
        boolean program = project.modules().stream()
                        .anyMatch(module -> module.web().isPresent())
                || reading.wirings().stream().anyMatch(w -> !w.mainClasses().isEmpty());
        if (!program || !has(List.of("org.slf4j.LoggerFactory")) || has(LOGGING)) return;
        project.main().stream()
                .flatMap(source -> source.imports().stream()
                        .filter(declared -> declared.name().startsWith("org.slf4j."))
                        .map(declared -> new Evidence(source.path(), declared.line(), declared.text())))
                .findFirst()
                .ifPresent(evidence -> findings.add(Finding.trouble(
                        "org.slf4j",
                        "requires a logging implementation that no library contains; add one, such as"
                                + " ch.qos.logback:logback-classic",
                        evidence)));
    }
}

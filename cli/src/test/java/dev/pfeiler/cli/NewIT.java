package dev.pfeiler.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import dev.pfeiler.PackageServer;
import dev.pfeiler.Tools;
import java.io.IOException;
import java.net.ServerSocket;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Fresh projects, built, tested and started with the real tools. */
class NewIT {
    private static final Path PACKAGES = Program.HOME.resolve("demo/target/npm");

    @TempDir
    Path folder;

    private final Program program = new Program();

    /** Creates a project and proves it; what each row of the proof says. */
    private Map<String, String> proven(Program program, String name, String... options) {
        List<Object> words = new ArrayList<>(List.of("new", folder.resolve(name)));
        words.addAll(List.of(options));
        Program.Run create = program.run(words.toArray());
        assertThat(create.exit()).as(create.err()).isZero();
        Program.Run prove = program.run("prove", "--json", folder.resolve(name));
        assertThat(prove.exit()).as(prove.out() + prove.err()).isZero();
        assertThat(prove.json().path("compared").asBoolean()).isFalse();
        Map<String, String> rows = new TreeMap<>();
        for (JsonNode row : prove.json().at("/parts/0/comparisons"))
            rows.put(row.path("subject").asText(), row.path("after").asText());
        assertThat(folder.resolve(name + "/.pfeiler")).doesNotExist();
        assertThat(folder.resolve(name + "/target")).as("it is built in a copy").doesNotExist();
        return rows;
    }

    @Test
    void javaForMaven() {
        assertThat(proven(program, "wind", "--with", "json", "--with", "templates"))
                .containsEntry("tests", "2 passed")
                .containsEntry("start", "10 kn = 5.14 m/s");
        assertThat(proven(program, "speeds", "--kind", "library")).containsOnlyKeys("build", "tests");
        assertThat(proven(program, "gauge", "--kind", "server", "--with", "json"))
                .containsEntry("GET /", "200  gauge gauge Knots Convert json")
                .containsEntry("GET /knots?value=10", "200  5.14 m/s")
                .containsEntry("GET /json", "200  {\"knots\":10.0,\"place\":\"north pier\"}");
        assertThat(proven(program, "board", "--kind", "web"))
                .containsEntry("build", "board.war")
                .containsEntry("GET /knots?value=10", "200  5.14 m/s");
    }

    @Test
    void anotherLanguageForMaven() {
        assertThat(proven(program, "sc", "--language", "scala", "--kind", "server"))
                .containsEntry("GET /knots?value=10", "200  5.14 m/s");
    }

    @Test
    void forGradle() {
        Tools.require("gradle");
        assertThat(proven(program, "wind", "--to", "gradle", "--with", "json"))
                .containsEntry("tests", "2 passed")
                .containsEntry("start", "10 kn = 5.14 m/s");
        assertThat(proven(program, "kt", "--to", "gradle", "--language", "kotlin"))
                .containsEntry("start", "10 kn = 5.14 m/s");
        assertThat(proven(program, "gauge", "--to", "gradle", "--language", "groovy", "--kind", "server"))
                .containsEntry("GET /knots?value=10", "200  5.14 m/s");
    }

    @Test
    void forNpm() throws IOException {
        Tools.require("node", "npm", "chromium");
        try (Stream<Path> files = Files.isDirectory(PACKAGES) ? Files.list(PACKAGES) : Stream.<Path>empty()) {
            Tools.require(files.count() >= 7, "packages of npm");
        }
        try (PackageServer server = new PackageServer().publishAll(PACKAGES)) {
            Program npm = new Program()
                    .with("npm_config_registry", server.address())
                    .with("npm_config_cache", folder.resolve("npm-cache").toString());
            assertThat(proven(npm, "js", "--language", "javascript", "--kind", "server", "--with", "reload"))
                    .containsEntry("tests", "2 passed")
                    .containsEntry("GET /knots?value=10", "200  5.14 m/s")
                    .containsEntry("reload", "starts again with the edited source");
            assertThat(proven(npm, "page", "--kind", "frontend"))
                    .containsEntry("check-types", "done")
                    .containsEntry("page", "page Knots 5.14 m/s");
            Path broken = folder.resolve("page/src/knots.ts");
            Files.writeString(broken, Files.readString(broken).replace("0.514444", "0.5"));
            Program.Run prove = npm.run("prove", "--json", folder.resolve("page"));
            assertThat(prove.exit()).isEqualTo(1);
            assertThat(prove.different()).containsExactly("tests");
        }
    }

    /** The descriptor is the one whose artifacts the build of this project has fetched. */
    private void sameDescriptor(String name) throws IOException {
        assertThat(folder.resolve(name + "/pom.xml"))
                .hasSameTextualContentAs(Program.HOME.resolve("demo/frameworks/" + name + "/pom.xml"));
    }

    @Test
    void aFrameworkWithAllThatGoesWithIt() throws IOException {
        Tools.require("chromium");
        List<String> options = new ArrayList<>(List.of("--kind", "server", "--with", "http=spring-boot"));
        for (String need : List.of(
                "database", "migrations", "templates", "validation", "health", "security", "json", "logging", "reload"))
            options.addAll(List.of("--with", need));
        assertThat(proven(program, "spring", options.toArray(String[]::new)))
                .containsEntry("tests", "5 passed")
                .containsEntry("form value=12.5", "200  6.43 m/s")
                .containsEntry("GET /readings", "200  []")
                .containsEntry("GET /actuator/health", "200  {\"status\":\"UP\"}")
                .containsEntry("GET /report", "200  {\"knots\":10,\"place\":\"north pier\"}")
                .containsEntry("GET /speed", "200  spring spring Knots Convert Readings: 0")
                .containsEntry("GET /check?value=10", "200  10.0 kn is a speed");
        sameDescriptor("spring");
    }

    @Test
    void frameworksInOtherLanguages() throws IOException {
        for (String language : List.of("kotlin", "groovy")) {
            String name = "spring-" + language;
            assertThat(proven(
                            program,
                            name,
                            "--kind",
                            "server",
                            "--language",
                            language,
                            "--with",
                            "http=spring-boot",
                            "--with",
                            "database"))
                    .containsEntry("tests", "5 passed")
                    .containsEntry("GET /knots?value=10", "200  5.14 m/s");
            sameDescriptor(name);
        }
        assertThat(proven(program, "ktor", "--kind", "server", "--language", "kotlin", "--with", "http=ktor"))
                .containsEntry("tests", "4 passed")
                .containsEntry("GET /knots?value=10", "200  5.14 m/s");
        sameDescriptor("ktor");
        assertThat(proven(program, "javalin", "--kind", "server", "--with", "http=javalin", "--with", "json"))
                .containsEntry("tests", "4 passed")
                .containsEntry("GET /json", "200  {\"knots\":10.0,\"place\":\"north pier\"}");
        sameDescriptor("javalin");
    }

    @Test
    void frameworksForNpm() {
        Tools.require("node", "npm", "chromium");
        Path cache = Program.HOME.resolve("demo/target/npm-cache");
        Tools.require(Files.exists(cache.resolve("complete")), "frameworks of npm");
        Program npm = new Program().with("npm_config_offline", "true").with("npm_config_cache", cache.toString());
        assertThat(proven(npm, "ex", "--kind", "server", "--language", "javascript", "--with", "http=express"))
                .containsEntry("tests", "4 passed")
                .containsEntry("form value=12.5", "200  6.43 m/s");
        assertThat(proven(npm, "fast", "--kind", "server", "--language", "typescript", "--with", "http=fastify"))
                .containsEntry("tests", "4 passed")
                .containsEntry("form value=12.5", "200  6.43 m/s");
        assertThat(proven(npm, "cards", "--kind", "frontend", "--with", "components=react"))
                .containsEntry("check-types", "done")
                .containsEntry("page", "cards Knots 5.14 m/s");
    }

    /** What was asked of a server, as a person who is not kind asks it. */
    @Test
    void serversAnswerWhatIsWrongWithAStatus() throws Exception {
        Path server = folder.resolve("rough");
        assertThat(program.run("new", server, "--kind", "server").exit()).isZero();
        Process maven = new ProcessBuilder("mvn", "-o", "-q", "-B", "-DskipTests", "package")
                .directory(server.toFile())
                .inheritIO()
                .start();
        assertThat(maven.waitFor()).isZero();
        int port;
        try (ServerSocket free = new ServerSocket(0)) {
            port = free.getLocalPort();
        }
        ProcessBuilder java = new ProcessBuilder("java", "-jar", "target/rough-0.1.0.jar").directory(server.toFile());
        java.environment().put("PORT", String.valueOf(port));
        Process started = java.redirectErrorStream(true)
                .redirectOutput(folder.resolve("rough.log").toFile())
                .start();
        try {
            for (int i = 0; i < 200 && !listens(port); i++) Thread.sleep(50);
            Map<String, Integer> statuses = new TreeMap<>();
            for (String path : List.of(
                    "/",
                    "//",
                    "/knots?value=12.5",
                    "/knots?x=1&value=5&y=2",
                    "/knots?value=NaN",
                    "/knots",
                    "/elsewhere")) statuses.put(path, status(port, path));
            assertThat(statuses)
                    .containsEntry("/", 200)
                    .containsEntry("//", 400)
                    .containsEntry("/knots?value=12.5", 200)
                    .containsEntry("/knots?x=1&value=5&y=2", 200)
                    .containsEntry("/knots?value=NaN", 400)
                    .containsEntry("/knots", 400)
                    .containsEntry("/elsewhere", 404);
        } finally {
            started.destroy();
        }
    }

    private static boolean listens(int port) {
        try (Socket socket = new Socket("localhost", port)) {
            return socket.isConnected();
        } catch (IOException e) {
            return false;
        }
    }

    /** The status of a request whose path is sent as it is. */
    private static int status(int port, String path) throws IOException {
        try (Socket socket = new Socket("localhost", port)) {
            socket.getOutputStream()
                    .write(("GET " + path + " HTTP/1.0\r\nHost: localhost\r\n\r\n")
                            .getBytes(StandardCharsets.US_ASCII));
            String answer = new String(socket.getInputStream().readNBytes(12), StandardCharsets.US_ASCII);
            return Integer.parseInt(answer.substring(9));
        }
    }

    @Test
    void forComposer() {
        Tools.require("php", "composer", "phpunit");
        assertThat(proven(program, "berths", "--language", "php", "--kind", "server", "--with", "templates"))
                .containsEntry("tests", "2 passed")
                .containsEntry("GET /knots?value=10", "200  5.14 m/s")
                .containsEntry("GET /templates", "200  The wind blows at 10 knots.");
        assertThat(proven(program, "berth", "--language", "php")).containsEntry("start", "10 kn = 5.14 m/s");
    }

    @Test
    void aProjectThatDoesNotCompileIsNotProven() throws IOException {
        assertThat(program.run("new", folder.resolve("wind")).exit()).isZero();
        Files.writeString(folder.resolve("wind/src/main/java/Broken.java"), "class Broken { int x = \"no\"; }");
        Program.Run prove = program.run("prove", folder.resolve("wind"));
        assertThat(prove.exit()).isEqualTo(1);
        assertThat(prove.out()).contains("Not proven", "Broken.java");
    }

    @Test
    void documentsFitTheirSchemas() throws IOException {
        Path wind = folder.resolve("wind");
        Program.Run preview = program.run("new", "--json", "--preview", wind, "--with", "database=postgresql");
        JsonNode fresh = Schemas.valid("fresh", preview.out());
        assertThat(fresh.path("written").asBoolean()).isFalse();
        assertThat(fresh.path("files").has("pom.xml")).isTrue();
        assertThat(fresh.path("beforeStart")).hasSize(1);
        assertThat(wind).doesNotExist();
        JsonNode needs = Schemas.valid(
                "needs", program.run("new", "--needs=json", "--json").out());
        assertThat(needs.at("/needs/0/id").asText()).isEqualTo("json");
        assertThat(Schemas.valid("fresh", program.run("new", "--json", wind).out())
                        .path("written")
                        .asBoolean())
                .isTrue();
        JsonNode change = Schemas.valid(
                "need-change", program.run("add", "--json", wind, "json").out());
        assertThat(change.path("declared").path(0).asText())
                .isEqualTo("com.fasterxml.jackson.core:jackson-databind:2.18.2 (compile)");
        assertThat(program.run("new", wind).exit()).as("it is not empty").isEqualTo(3);
        assertThat(program.run("new", "--kind", "desktop", "--language", "php", folder.resolve("x"))
                        .exit())
                .isEqualTo(2);
    }
}

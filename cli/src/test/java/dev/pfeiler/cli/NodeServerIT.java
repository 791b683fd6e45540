package dev.pfeiler.cli;

import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.Sketch;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Proofs that start a server of Node.js, old and new, and ask both. */
class NodeServerIT {
    @TempDir
    Path folder;

    private final Program program = new Program();

    private Path server() throws IOException {
        return new Sketch(Files.createDirectories(folder.resolve("tides")))
                .file(
                        "server.js",
                        "const fs = require('fs');",
                        "const http = require('http');",
                        "const path = require('path');",
                        "const port = process.env.PORT || 3000;",
                        "http.createServer((request, response) => {",
                        "  if (request.url === '/now') return response.end(String(Date.now()));",
                        "  try {",
                        "    response.end(fs.readFileSync(path.join(__dirname, 'public', request.url)));",
                        "  } catch (e) {",
                        "    response.statusCode = 404;",
                        "    response.end();",
                        "  }",
                        "}).listen(port, () => console.log('listening on ' + port));")
                .file("public/index.html", "<h1>Tides</h1>")
                .file("public/north.txt", "2.4 m")
                .root();
    }

    @Test
    void aServerIsAskedBeforeAndAfter() throws IOException {
        Path root = server();
        assertThat(program.run("convert", root).exit()).isZero();
        Program.Run same = program.run("prove", root);
        assertThat(same.exit()).as(same.out() + same.err()).isZero();
        assertThat(same.out())
                .containsPattern("= serve server.js +listens +listens")
                // the top, the time of day, the page and its neighbour
                .containsPattern("= pages of server.js +4 requested +4 requested");
        Path descriptor = root.resolve("package.json");
        Files.writeString(descriptor, Files.readString(descriptor).replace("\"commonjs\"", "\"module\""));
        Program.Run silent = program.run("prove", root);
        assertThat(silent.exit()).isEqualTo(1);
        assertThat(silent.out())
                .containsPattern("≠ serve server.js +listens +ends with exit code 1")
                .contains("changed server.js (ends with exit code 1; see new-serve-server.js-1.log)");
    }
}

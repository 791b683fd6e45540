package dev.pfeiler.hostile;

import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.proposal.Proposal;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.file.Path;
import java.util.zip.GZIPOutputStream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Registries that a project names, and that mean harm: nothing of the person's is sent, and nothing is believed. */
class HostileRegistryTest {
    @TempDir
    Path folder;

    private Sandbox sandbox;

    @BeforeEach
    void setUp() throws IOException {
        sandbox = new Sandbox(folder).online();
        sandbox.project()
                .file("index.html", "<script src=\"lib/jquery.js\"></script><script src=\"main.js\"></script>")
                .file("lib/jquery.js", "/*! jQuery v3.7.1 | (c) somebody */", "window.jQuery = {};")
                .file("main.js", "var moment = require('moment');");
    }

    private void registry(LoopbackServer server) throws IOException {
        sandbox.project()
                .file(
                        ".npmrc",
                        "registry=" + server.address(),
                        "//" + server.address().replaceFirst("http://", "") + ":_authToken=${NPM_TOKEN}",
                        "cache=" + sandbox.outside(),
                        "userconfig=" + sandbox.outside().resolve("victim.txt"));
    }

    @Test
    void noSecretIsSent() throws IOException {
        try (LoopbackServer server = new LoopbackServer(LoopbackServer.text(404, ""))) {
            registry(server);
            sandbox.read().done();
            assertThat(server.asked()).isNotEmpty().noneMatch(request -> request.contains(Sandbox.SECRET));
            assertThat(server.asked())
                    .noneMatch(request -> request.toLowerCase().contains("authorization"));
        }
    }

    /** A variable in the address would be sent with the first request. */
    @Test
    void noVariableIsExpandedInAnAddress() throws IOException {
        try (LoopbackServer server = new LoopbackServer(LoopbackServer.text(404, ""))) {
            sandbox.project().file(".npmrc", "registry=" + server.address() + "${SECRET}/");
            sandbox.read();
            assertThat(server.asked()).isEmpty();
        }
    }

    @Test
    void anEndlessAnswerIsCut() throws IOException {
        try (LoopbackServer server = new LoopbackServer(LoopbackServer.endless(new byte[1 << 20], 0))) {
            registry(server);
            sandbox.read().done();
        }
    }

    @Test
    void anAnswerThatUnpacksToGigabytesIsCut() throws IOException {
        ByteArrayOutputStream packed = new ByteArrayOutputStream();
        try (GZIPOutputStream gzip = new GZIPOutputStream(packed)) {
            byte[] zeros = new byte[1 << 20];
            for (int i = 0; i < 600; i++) gzip.write(zeros);
        }
        LoopbackServer.Answer bomb = exchange -> {
            exchange.getResponseHeaders().set("Content-Encoding", "gzip");
            exchange.sendResponseHeaders(200, packed.size());
            packed.writeTo(exchange.getResponseBody());
        };
        try (LoopbackServer server = new LoopbackServer(bomb)) {
            registry(server);
            sandbox.read().done();
        }
    }

    /** Names, versions and addresses of a document name no file and no other place. */
    @Test
    void aDocumentThatLeadsOutIsNotFollowed() throws IOException {
        String[] own = new String[1];
        LoopbackServer.Answer answer = exchange -> LoopbackServer.text(
                        200,
                        "{\"name\":\"../../x\",\"dist-tags\":{\"latest\":\"../../../outside/v\"},\"versions\":{\"../../../outside/v\":"
                                + "{\"name\":\"../../x\",\"version\":\"../../../outside/v\",\"dependencies\":{\"../../outside\":\"*\"},"
                                + "\"dist\":{\"tarball\":\"file:///etc/passwd\",\"integrity\":\"sha512-../../x\"}},"
                                + "\"3.7.1\":{\"version\":\"3.7.1\",\"dist\":{\"tarball\":\"file:///etc/passwd\",\"integrity\":\"md9-x x-\"}}}}")
                .to(exchange);
        try (LoopbackServer server = new LoopbackServer(answer)) {
            own[0] = server.address();
            registry(server);
            sandbox.read();
            assertThat(server.asked()).isNotEmpty().noneMatch(request -> request.contains("passwd"));
        }
    }

    /** Whatever a registry gives for the compiler is not run unless it is the published one. */
    @Test
    void anotherCompilerThanThePublishedOneIsNotRun() throws IOException {
        LoopbackServer.Answer answer = exchange -> LoopbackServer.text(
                        200,
                        "{\"name\":\"typescript\",\"versions\":{\"5.9.3\":{\"name\":\"typescript\",\"version\":\"5.9.3\",\"dist\":{"
                                + "\"tarball\":\"http://127.0.0.1:1/typescript.tgz\",\"integrity\":\"\"}}}}")
                .to(exchange);
        try (LoopbackServer server = new LoopbackServer(answer)) {
            registry(server);
            sandbox.read("language=typescript").refusedWith("its archive there is not the published one");
        }
    }

    @Test
    void answersThatAreNoDocumentsSayNothing() throws IOException {
        for (String body : new String[] {
            "", "[]", "null", "{\"versions\":[]}", "{\"versions\":{\"1.0.0\":null}}", "[".repeat(50_000)
        }) {
            try (LoopbackServer server = new LoopbackServer(LoopbackServer.text(200, body))) {
                registry(server);
                Sandbox.Outcome outcome = sandbox.run(() -> {
                    Proposal proposal = sandbox.propose();
                    assertThat(proposal.steps()).isNotEmpty();
                    return proposal;
                });
                outcome.done();
            }
        }
    }
}

package dev.pfeiler.proof;

import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.hostile.LoopbackServer;
import java.io.IOException;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class StartedProgramTest {
    private static final String PAGE = "<h1>Tide board</h1><a href='/tides?name=north pier&at=now'>tides</a>"
            + "<a href='/logout'>out</a><a href='/berth?action=delete&id=1'>delete</a><a href='/deleteAll'>all</a>"
            + "<a href='/größe#top'>size</a><a href='http://elsewhere.example/'>else</a><a href='/bad%zz'>bad</a>"
            + "<form action='/find'><input name='q' value='two words'></form>"
            + "<form action='/save' method='post'><input name='v' value='1'></form>";

    /** A proof follows links that are safe, whatever they look like, and says which it did not follow. */
    @Test
    void onlySafeLinksAreFollowed() throws IOException {
        try (LoopbackServer server = new LoopbackServer(LoopbackServer.text(200, PAGE))) {
            List<Comparison> rows = StartedProgram.answers(server.address(), StartedProgram.Visitor.NONE);
            assertThat(server.asked())
                    .extracting(request -> request.replaceFirst(" \\[.*", ""))
                    .containsExactlyInAnyOrder(
                            "GET /",
                            "GET /tides?name=north%20pier&at=now",
                            "GET /gr%C3%B6%C3%9Fe",
                            "GET /find?q=two+words");
            assertThat(rows).allSatisfy(row -> assertThat(row.differences()).isEmpty());
            assertThat(rows.get(rows.size() - 1).subject()).isEqualTo("not requested");
            assertThat(rows.get(rows.size() - 1).after())
                    .isEqualTo("POST /save, /logout, /berth?action=delete&id=1, /deleteAll, /bad%zz");
        }
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "/logout",
                "/user/LogOut.do",
                "/sign-out",
                "/x?action=delete",
                "/berths/4/remove",
                "/shutdown",
                "/doDeleteAll",
                "/a?cmd=stop"
            })
    void whatMayChangeSomethingIsNotSafe(String path) {
        assertThat(SafeLinks.isSafe(path)).isFalse();
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "/",
                "/tides?at=10",
                "/undeletable",
                "/stopover",
                "/payload",
                "/a/b.css",
                "/dropdown.js",
                "/killarney"
            })
    void readingIsSafe(String path) {
        assertThat(SafeLinks.isSafe(path)).isTrue();
    }
}

package dev.pfeiler.ecosystem.node.source;

import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.tree.Text;
import java.nio.charset.StandardCharsets;
import org.junit.jupiter.api.Test;

class PageTest {
    private static Page read(String path, String... lines) {
        return Page.read(path, Text.decode(String.join("\n", lines).getBytes(StandardCharsets.UTF_8)));
    }

    @Test
    void tagsAreReadWithTheirPlaces() {
        Page page = read(
                "log/week.html",
                "<!DOCTYPE html>",
                "<link rel=stylesheet href='../css/mast.css'>",
                "<link rel='icon' href='x.png'>",
                "<script src=\"../lib/jquery.js?v=3\" defer></script>",
                "<script type='text/template'><b>none</b></script>",
                "<SCRIPT>draw(signals)</SCRIPT>",
                "<script type=\"module\" src=\"/js/late.js\"></script>",
                "<script src=\"https://cdn.example/lib.js\" integrity=\"sha384-abc\"></script>");
        assertThat(page.tags())
                .extracting(tag -> tag.kind() + " " + tag.file(page.path()).orElse("-") + " " + tag.deferred() + " "
                        + tag.evidence().line())
                .containsExactly(
                        "STYLE css/mast.css false 2",
                        "SCRIPT lib/jquery.js true 4",
                        "INLINE - false 6",
                        "SCRIPT js/late.js true 7",
                        "SCRIPT - false 8");
        Page.Tag first = page.tags().get(1);
        assertThat(page.text().content().substring(first.start(), first.end()))
                .isEqualTo("<script src=\"../lib/jquery.js?v=3\" defer></script>");
        assertThat(page.text().content().substring(first.addressStart(), first.addressEnd()))
                .isEqualTo("../lib/jquery.js?v=3");
        assertThat(page.tags().get(4).remote()).isTrue();
        assertThat(page.tags().get(4).integrity()).isEqualTo("sha384-abc");
    }

    @Test
    void codeInAttributesUsesGlobalNames() {
        Page page = read(
                "a.html",
                "<a href=\"javascript:strike()\" onclick=\"hoist('storm')\">x</a><script>var own = when;</script>");
        assertThat(page.uses()).containsExactly("hoist", "strike", "when");
    }

    @Test
    void templatesKeepTheirPlaces() {
        Page page = read(
                "board.jsp",
                "<%@ page import=\"java.util.*\" %>",
                "<% if (a < b) { %>",
                "<script src=\"${ctx}/js/a.js\"></script>",
                "<% } %>");
        assertThat(page.tags()).hasSize(1);
        assertThat(page.tags().get(0).file(page.path())).isEmpty();
    }
}

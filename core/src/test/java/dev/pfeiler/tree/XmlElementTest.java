package dev.pfeiler.tree;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.charset.StandardCharsets;
import org.junit.jupiter.api.Test;

class XmlElementTest {
    private static XmlElement read(String text) throws XmlElement.Malformed {
        return XmlElement.read(text.getBytes(StandardCharsets.UTF_8));
    }

    @Test
    void knowsTheLineOfEachElement() throws Exception {
        XmlElement root = read("<a>\n  <b c='1'/>\n\n  <b>x</b>\n</a>");
        assertThat(root.children("b").map(XmlElement::line)).containsExactly(2, 4);
        assertThat(root.child("b").orElseThrow().tag()).isEqualTo("<b c=\"1\">");
        assertThat(root.children().get(1).text()).isEqualTo("x");
        assertThat(root.child("b").orElseThrow().attribute("none")).isEmpty();
    }

    @Test
    void namesTheLineOfAMistake() {
        assertThatThrownBy(() -> read("<a>\n<b></a>"))
                .isInstanceOfSatisfying(
                        XmlElement.Malformed.class, e -> assertThat(e.line()).isEqualTo(2));
        assertThatThrownBy(() -> read("")).isInstanceOf(XmlElement.Malformed.class);
    }

    @Test
    void fetchesNothingFromOutside() throws Exception {
        XmlElement root = read("<!DOCTYPE a SYSTEM \"file:///nowhere/a.dtd\"><a><b/></a>");
        assertThat(root.children()).hasSize(1);
    }

    @Test
    void doesNotGrowWithoutBound() {
        String bomb = "<!DOCTYPE a [<!ENTITY x \"xxxxxxxx\"><!ENTITY y \"&x;&x;&x;&x;\">]><a>&y;</a>";
        assertThatThrownBy(() -> assertThat(read(bomb).text()).doesNotContain("xxxx"))
                .isInstanceOf(XmlElement.Malformed.class);
        assertThatThrownBy(() -> read("<a>".repeat(100_000))).isInstanceOf(XmlElement.Malformed.class);
    }
}

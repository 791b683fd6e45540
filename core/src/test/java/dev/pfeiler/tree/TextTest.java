package dev.pfeiler.tree;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import org.junit.jupiter.api.Test;

class TextTest {
    private static final String HARBOUR = "Målestasjon Tårnet";

    @Test
    void tellsUnicodeFromLegacyText() {
        assertThat(Text.decode(HARBOUR.getBytes(StandardCharsets.UTF_8)).charset())
                .isEqualTo(StandardCharsets.UTF_8);
        Text legacy = Text.decode(HARBOUR.getBytes(StandardCharsets.ISO_8859_1));
        assertThat(legacy.charset()).isEqualTo(StandardCharsets.ISO_8859_1);
        assertThat(legacy.content()).isEqualTo(HARBOUR);
    }

    @Test
    void knowsTheQuotesOfWindows() {
        Text text = Text.decode("“Tårnet” – 5 €".getBytes(Charset.forName("windows-1252")));
        assertThat(text.charset()).isEqualTo(Text.WINDOWS_1252);
        assertThat(text.content()).isEqualTo("“Tårnet” – 5 €");
    }

    @Test
    void followsByteOrderMarks() {
        assertThat(Text.decode("\uFEFFå".getBytes(StandardCharsets.UTF_8)).content())
                .isEqualTo("å");
        assertThat(Text.decode("\uFEFFå".getBytes(StandardCharsets.UTF_16LE)).content())
                .isEqualTo("å");
    }

    @Test
    void plainAsciiSaysNothingOfItsCharset() {
        assertThat(Text.decode("port".getBytes(StandardCharsets.US_ASCII)).ascii())
                .isTrue();
    }

    @Test
    void decodesAnyBytes() {
        byte[] all = new byte[256];
        for (int i = 0; i < 256; i++) all[i] = (byte) i;
        assertThat(Text.decode(all).content()).hasSize(256);
    }
}

package dev.pfeiler.ecosystem.jvm.language;

import dev.pfeiler.tree.Text;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.Optional;
import java.util.function.Supplier;

/**
 * The text of a source file.
 *
 * @param utf8 its characters in UTF-8, however the file encodes them
 * @param encoding how the bytes of the file decode
 */
public record SourceText(byte[] utf8, SourceEncoding encoding) {
    public static SourceText of(byte[] bytes) {
        return of(bytes, Optional::empty);
    }

    /**
     * Decodes the bytes of a file.
     *
     * @param stated the charset that the wiring states for it; asked only if the bytes do not show the charset
     */
    public static SourceText of(byte[] bytes, Supplier<Optional<Charset>> stated) {
        SourceEncoding encoding = EncodingDetector.detect(bytes);
        return switch (encoding.kind()) {
            case ASCII, UTF_8 -> new SourceText(bytes, encoding);
            case UTF_16 -> new SourceText(utf8(Text.decode(bytes).content()), encoding);
            case OTHER -> {
                Charset charset = stated.get()
                        .filter(SourceText::isEightBit)
                        .or(() -> encoding.guess().map(Charset::forName))
                        .orElse(StandardCharsets.ISO_8859_1);
                yield new SourceText(utf8(Text.plain(new String(bytes, charset))), encoding);
            }
        };
    }

    // the bytes are not valid Unicode, and not ASCII, whatever the wiring says
    private static boolean isEightBit(Charset charset) {
        return !charset.name().startsWith("UTF-") && !charset.equals(StandardCharsets.US_ASCII);
    }

    private static byte[] utf8(String text) {
        return text.getBytes(StandardCharsets.UTF_8);
    }
}

package dev.pfeiler.ecosystem.jvm.language;

import dev.pfeiler.tree.Text;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.Optional;
import org.mozilla.universalchardet.UniversalDetector;

/** Tells how bytes decode, as far as they show it. */
public final class EncodingDetector {
    private EncodingDetector() {}

    public static SourceEncoding detect(byte[] bytes) {
        if (Text.isAscii(bytes, bytes.length)) return SourceEncoding.ASCII;
        String charset = Text.decode(bytes).charset().name();
        // text that is valid UTF-8 beyond ASCII is hardly ever anything else; the reverse shows nothing
        if (charset.equals(StandardCharsets.UTF_8.name()))
            return new SourceEncoding(SourceEncoding.Kind.UTF_8, Optional.empty());
        if (charset.equals(StandardCharsets.UTF_16.name()))
            return new SourceEncoding(SourceEncoding.Kind.UTF_16, Optional.empty());
        return new SourceEncoding(SourceEncoding.Kind.OTHER, guess(bytes));
    }

    private static Optional<String> guess(byte[] bytes) {
        UniversalDetector detector = new UniversalDetector();
        detector.handleData(bytes, 0, bytes.length);
        detector.dataEnd();
        return Optional.ofNullable(detector.getDetectedCharset())
                .filter(Charset::isSupported)
                .map(name -> Charset.forName(name).name())
                // says that it is ASCII if too little speaks for anything else
                .filter(name -> !name.equals(StandardCharsets.US_ASCII.name()));
    }
}

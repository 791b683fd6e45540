package dev.pfeiler.process;

import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.Charset;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;

/** In which charset other programs print. */
public final class Console {
    private Console() {}

    /** The charset of this machine's programs. */
    public static Charset charset() {
        String name = System.getProperty("native.encoding", "");
        return name.isEmpty() || !Charset.isSupported(name) ? Charset.defaultCharset() : Charset.forName(name);
    }

    /** What a program printed: UTF-8 if it is, else in the charset of the machine. */
    public static String decode(byte[] printed, Charset machine) {
        try {
            return StandardCharsets.UTF_8
                    .newDecoder()
                    .onMalformedInput(CodingErrorAction.REPORT)
                    .decode(ByteBuffer.wrap(printed))
                    .toString();
        } catch (CharacterCodingException e) {
            return new String(printed, machine);
        }
    }
}

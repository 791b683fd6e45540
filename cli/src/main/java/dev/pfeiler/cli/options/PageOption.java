package dev.pfeiler.cli.options;

import dev.pfeiler.evidence.Refusal;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.stream.Stream;

/** Where a page goes: to a new file, or over a page that Pfeiler has written. */
public final class PageOption {
    private static final String MARK = "<meta name=\"generator\" content=\"pfeiler ";
    private static final int HEAD = 10;

    private PageOption() {}

    /** @throws Refusal if the file is something else, or cannot be written */
    public static void write(Path file, String page) {
        try {
            if (Files.exists(file) && !isPage(file))
                throw Refusal.notPossible(
                        file + " exists, and is not a page of Pfeiler.",
                        "Choose another file with --out, or delete it.");
            Files.writeString(file, page);
        } catch (IOException e) {
            throw Refusal.inputOutput("Cannot write " + file + ": " + e, "Choose another file with --out.", e);
        }
    }

    private static boolean isPage(Path file) throws IOException {
        if (!Files.isRegularFile(file)) return false;
        try (Stream<String> lines = Files.lines(file, StandardCharsets.ISO_8859_1)) {
            return lines.limit(HEAD).anyMatch(line -> line.startsWith(MARK));
        }
    }
}

package dev.pfeiler.cli.view;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

class ScreenTest {
    private final ByteArrayOutputStream bytes = new ByteArrayOutputStream();

    private Screen screen(int columns, boolean unicode, boolean color) {
        return new Screen(new PrintStream(bytes, true, StandardCharsets.UTF_8), columns, unicode, new Palette(color));
    }

    private String shown() {
        return bytes.toString(StandardCharsets.UTF_8);
    }

    @Test
    void wrapsAtSpacesThenBehindSlashesThenAnywhere() {
        assertThat(Screen.wrap("a short one", 20)).containsExactly("a short one");
        assertThat(Screen.wrap("tide and time wait", 10)).containsExactly("tide and", "time wait");
        assertThat(Screen.wrap("board/WEB-INF/lib/x.jar", 15)).containsExactly("board/WEB-INF/", "lib/x.jar");
        assertThat(Screen.wrap("abcdefghij", 4)).containsExactly("abcd", "efgh", "ij");
        assertThat(Screen.wrap("", 4)).containsExactly("");
    }

    @Test
    void lettersBeyondTheBasicPlaneAreNotTornApart() {
        String lamps = "\uD83D\uDCA1".repeat(5);
        assertThat(Screen.wrap(lamps, 2)).hasSize(5).allMatch(line -> line.codePointCount(0, line.length()) == 1);
        assertThat(screen(80, true, false).fit(lamps, 5)).isEqualTo("\uD83D\uDCA1\uD83D\uDCA1…");
    }

    @Test
    void wideAndCombiningCharactersTakeTheColumnsOfATerminal() {
        Screen screen = screen(80, true, false);
        assertThat(screen.fit("港务局", 8)).isEqualTo("港务局  ");
        assertThat(screen.fit("港务局", 5)).isEqualTo("港务…");
        assertThat(screen.fit("cafe\u0301", 6)).isEqualTo("cafe\u0301  ");
        assertThat(Screen.wrap("港务局港务局", 6)).containsExactly("港务局", "港务局");
    }

    @Test
    void whatDoesNotFitIsCutWithASign() {
        assertThat(screen(80, true, false).fit("harbour", 5)).isEqualTo("harb…");
        assertThat(screen(80, false, false).fit("harbour", 5)).isEqualTo("ha...");
        assertThat(screen(80, true, false).fit("port", 6)).isEqualTo("port  ");
    }

    @Test
    void rowsPutLongSubjectsOnALineOfTheirOwn() {
        Screen screen = screen(60, true, false);
        screen.row("*", "port", "a harbour", 12);
        screen.row("*", "a much longer subject", "a harbour", 12);
        assertThat(shown().lines())
                .containsExactly("  * port    a harbour", "  * a much longer subject", "      a harbour");
    }

    @Test
    void coloursStandAroundTextsAlone() {
        assertThat(new Palette(true).bad("x")).isEqualTo("\u001b[31mx\u001b[0m");
        assertThat(new Palette(true).bad("")).isEmpty();
        assertThat(new Palette(false).bad("x")).isEqualTo("x");
    }

    @Test
    void pathsBelowTheCurrentFolderAreShownShort() {
        Path here = Path.of("").toAbsolutePath();
        assertThat(Screen.shown(here.resolve("a/b")))
                .isEqualTo(Path.of("a", "b").toString());
        assertThat(Screen.shown(here.resolveSibling("elsewhere"))).startsWith("/");
    }

    @Test
    void listingsShareLinesAndShortenLongFolders() {
        Map<String, String> marks = new java.util.TreeMap<>();
        for (int i = 1; i <= 9; i++) marks.put("src/no/port/F" + i + ".java", ">");
        marks.put("README", " ");
        List<TreeListing.Line> lines = TreeListing.lines(marks, 3, screen(80, true, false));
        assertThat(lines)
                .extracting(TreeListing.Line::text)
                .containsExactly("src/no/port/", "  F1.java", "  F2.java", "  F3.java", "  … 6 more", "README");
        assertThat(lines.get(4).mark()).as("all of them move").isEqualTo(">");
        assertThat(TreeListing.lines(marks, Integer.MAX_VALUE, screen(80, true, false)))
                .hasSize(11);
    }

    @Test
    void largeFoldersWithoutAChangeAreOneLineAndChangedFilesComeBeforeOthers() {
        Map<String, String> marks = new java.util.TreeMap<>();
        for (int i = 1; i <= 9; i++) {
            marks.put("images/flags/F" + i + ".png", TreeListing.UNCHANGED);
            marks.put("lib/F" + i + ".php", i == 8 ? "~" : TreeListing.UNCHANGED);
        }
        marks.put("docs/a.txt", TreeListing.UNCHANGED);
        assertThat(TreeListing.lines(marks, 3, screen(80, true, false)))
                .extracting(line -> line.mark() + line.text())
                .containsExactly(
                        " docs/",
                        "   a.txt",
                        " images/flags/ (9 files)",
                        " lib/",
                        "   F1.php",
                        "   F2.php",
                        "~  F8.php",
                        "   … 6 more");
    }
}

package dev.pfeiler.ecosystem.jvm.wiring;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.pfeiler.Sketch;
import dev.pfeiler.tree.ProjectTree;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Properties;
import java.util.SortedMap;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class PropertiesFileTest {
    private static final String[] LINES = {
        "# a comment that ends with a backslash \\",
        "src.dir = code",
        "a\\:key : one, \\",
        "    two, \\",
        "    three",
        "   ! another comment",
        "path=C:\\\\lib\\\\",
        "name\\u00e6 caf\\u00e9",
        "empty",
        "src.dir=code2",
        "tab\\there\\=x=\\ y"
    };

    @TempDir
    Path folder;

    private SortedMap<String, Wiring.Setting> read(String... lines) throws IOException {
        new Sketch(folder).file("x.properties", lines);
        return PropertiesFile.read(ProjectTree.read(folder), "x.properties");
    }

    @Test
    void keysAndValuesAreThoseOfTheJdksReader() throws IOException {
        SortedMap<String, String> read = new TreeMap<>();
        read(LINES).forEach((key, setting) -> read.put(key, setting.value()));
        Properties expected = new Properties();
        try (var reader = Files.newBufferedReader(folder.resolve("x.properties"), StandardCharsets.UTF_8)) {
            expected.load(reader);
        }
        assertThat(read).isEqualTo(new TreeMap<>(expected));
    }

    @Test
    void eachKeyHasTheLineThatSetsIt() throws IOException {
        SortedMap<String, Wiring.Setting> read = read(LINES);
        assertThat(read.get("a:key").evidence().place()).isEqualTo("x.properties:3");
        assertThat(read.get("path").evidence().place()).isEqualTo("x.properties:7");
        assertThat(read.get("src.dir").evidence().place()).as("the last one").isEqualTo("x.properties:10");
    }

    @Test
    void aBrokenEscapeNamesItsLine() {
        assertThatThrownBy(() -> read("a=b", "c=\\u12"))
                .isInstanceOf(IOException.class)
                .hasMessageStartingWith("x.properties:2 is not a valid properties file");
    }
}

package dev.pfeiler.ecosystem.jvm.language;

import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.ecosystem.jvm.language.java.JavaReader;
import java.nio.charset.StandardCharsets;
import java.util.List;
import org.junit.jupiter.api.Test;

class NamesTest {
    private final Names<String> names = new Names<>();

    NamesTest() {
        names.add("first", List.of("a.b.One", "a.b.Two", "p.Neighbour"));
        names.add("second", List.of("a.b.One", "c.d.Three", "e.Unused"));
    }

    private static SourceFile read(String text) {
        return JavaReader.read("T.java", SourceText.of(text.getBytes(StandardCharsets.UTF_8)));
    }

    @Test
    void theFirstOwnerOfAClassIsUsed() {
        assertThat(names.usedBy(read("import a.b.One; class T {}"))).containsOnlyKeys("first");
    }

    @Test
    void findsNestedStaticAndQualifiedNames() {
        assertThat(names.usedBy(read("import a.b.One.Inner; class T {}"))).containsOnlyKeys("first");
        assertThat(names.usedBy(read("import static c.d.Three.METHOD; class T {}")))
                .containsOnlyKeys("second");
        assertThat(names.usedBy(read("import static c.d.Three.*; class T {}"))).containsOnlyKeys("second");
        assertThat(names.usedBy(read("class T { c.d.Three x; }"))).containsOnlyKeys("second");
    }

    @Test
    void anImportOnDemandUsesWhatIsNamed() {
        assertThat(names.usedBy(read("import a.b.*; import c.d.*; class T { Three t; }")))
                .containsKey("second");
        assertThat(names.usedBy(read("import a.b.*; class T { Two t; }"))).containsOnlyKeys("first");
    }

    @Test
    void anImportOnDemandNeedsItsPackageToCompile() {
        assertThat(names.usedBy(read("import c.d.*; class T {}"))).containsOnlyKeys("second");
    }

    @Test
    void classesOfTheSamePackageNeedNoImport() {
        assertThat(names.usedBy(read("package p; class T { Neighbour n; }"))).containsOnlyKeys("first");
    }

    @Test
    void stringsNameClasses() {
        SourceFile source = read("class T { String s = \"c.d.Three\"; String t = \"c.d.Four\"; }");
        assertThat(names.usedBy(source)).isEmpty();
        assertThat(names.namedBy(source)).containsOnlyKeys("second");
    }
}

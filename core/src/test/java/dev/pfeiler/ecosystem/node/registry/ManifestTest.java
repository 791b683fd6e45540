package dev.pfeiler.ecosystem.node.registry;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ManifestTest {
    private static Manifest of(String json) throws IOException {
        return new Manifest(new ObjectMapper().readTree(json.replace('\'', '"')));
    }

    @Test
    void anEntryIsFoundAsTheRuntimeFindsIt() throws IOException {
        Manifest manifest =
                of("{'type':'module','exports':{'.':{'types':'./a.d.ts','require':'./a.cjs','import':'./a.js'},"
                        + "'./parts/*':'./lib/*.js','./data':null}}");
        assertThat(manifest.entry(".", Set.of("require"))).contains("a.cjs");
        assertThat(manifest.entry(".", Set.of("import"))).contains("a.js");
        assertThat(manifest.entry("./parts/x/y", Set.of("import"))).contains("lib/x/y.js");
        assertThat(manifest.entry("./data", Set.of("import"))).isEmpty();
        assertThat(manifest.canBeRequired(".")).isTrue();
        assertThat(manifest.canBeRequired("./parts/x"))
                .as("an ECMAScript module")
                .isFalse();
        assertThat(manifest.typed()).isTrue();
        assertThat(of("{'main':'./dist/x'}").entry(".", Set.of())).contains("dist/x");
        assertThat(of("{}").entry("./lib/z.js", Set.of())).contains("lib/z.js");
        assertThat(of("{'exports':'./only.js'}").entry("./lib/z.js", Set.of())).isEmpty();
    }

    @ParameterizedTest
    @CsvSource({">=14,14.0.0", "^18.17 || >=20.5,18.17.0", "12 || 14,12.0.0", "*,''", "'>= 0.6',''", "nonsense words,''"
    })
    void theFirstReleaseOfARange(String range, String expected) {
        assertThat(Manifest.firstOf(range).map(Object::toString))
                .isEqualTo(Optional.of(expected).filter(text -> !text.isEmpty()));
    }

    @ParameterizedTest
    @CsvSource({"lodash/fp,lodash,./fp", "@port/mast,@port/mast,.", "@port/mast/lamp,@port/mast,./lamp", "a,a,."})
    void aSpecifierNamesAPackage(String specifier, String name, String within) {
        assertThat(PackageName.of(specifier)).contains(name);
        assertThat(PackageName.within(specifier)).isEqualTo(within);
    }

    @ParameterizedTest
    @CsvSource({"fs", "node:test", "fs/promises", "./x", "../x", "/x", "#inner", "https://x/y.js"})
    void otherSpecifiersNameNone(String specifier) {
        assertThat(PackageName.of(specifier)).isEmpty();
    }
}

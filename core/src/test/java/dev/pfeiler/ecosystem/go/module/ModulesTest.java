package dev.pfeiler.ecosystem.go.module;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Paths, versions, descriptors and hashes of modules. */
class ModulesTest {
    @ParameterizedTest
    @CsvSource({
        "github.com/port/gauge/cmd/x, github.com/port/gauge",
        "github.com/port/gauge/v2/units, github.com/port/gauge/v2",
        "gopkg.in/yaml.v3, gopkg.in/yaml.v3",
        "gopkg.in/port/yaml.v3/x, gopkg.in/port/yaml.v3",
        "port.example/gauge/units, port.example/gauge",
        "haldervik/gauge, haldervik"
    })
    void repositoriesHaveUsualRoots(String imported, String module) {
        assertThat(ModulePath.usual(imported)).isEqualTo(module);
    }

    @Test
    void pathsAreEscapedAndNamed() {
        assertThat(ModulePath.escaped("github.com/BurntSugar/Toml")).isEqualTo("github.com/!burnt!sugar/!toml");
        assertThat(ModulePath.name("github.com/port/gauge/v2")).isEqualTo("gauge");
        assertThat(ModulePath.name("gopkg.in/yaml.v3")).isEqualTo("yaml");
        assertThat(ModulePath.major("github.com/port/gauge/v2")).contains("v2");
        assertThat(ModulePath.isValid("../x")).isFalse();
        assertThat(ModulePath.isValid("a/../b")).isFalse();
    }

    @Test
    void versionsAreOrdered() {
        assertThat(ModuleVersion.later("v1.9.0", "v1.10.0")).isEqualTo("v1.10.0");
        assertThat(ModuleVersion.later("v2.0.0+incompatible", "v1.10.0")).isEqualTo("v2.0.0+incompatible");
        assertThat(ModuleVersion.later("v1.2.0", "v1.2.1-0.20200101000000-0123456789ab"))
                .isEqualTo("v1.2.1-0.20200101000000-0123456789ab");
        assertThat(ModuleVersion.revision("v0.0.0-20200101000000-0123456789ab")).contains("0123456789ab");
        assertThat(ModuleVersion.isValid("v1.2/../x")).isFalse();
    }

    @Test
    void descriptorsAreReadAndWritten() {
        String text =
                """
                module port.example/gauge

                go 1.17

                require port.example/units v1.2.0

                require (
                \tport.example/a v0.1.0 // indirect
                \tport.example/b v1.0.0 // indirect
                )

                replace port.example/b => ./third_party/port.example/b
                """;
        ModuleFile file = ModuleFile.read(text);
        assertThat(file.required().get("port.example/a")).isEqualTo(new ModuleFile.Required("v0.1.0", true));
        assertThat(file.replaced()).isEqualTo(Map.of("port.example/b", "./third_party/port.example/b"));
        assertThat(file.text()).isEqualTo(text);
        assertThat(ModuleFile.read("module \"a/b\" // x\nrequire c v1.0.0\n").path())
                .isEqualTo("a/b");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "module a%%go 1.18%                                       | module a%%go 1.18%%require m v1.0.0%",
                "module a%%require b v1.0.0%                              | module a%%require b v1.0.0%%require m v1.0.0%",
                "module a%%require (%b v1 // x%z v1%)%                    | module a%%require (%b v1 // x%\tm v1.0.0%z v1%)%",
                "module a%%require (%b v1%)%%require (%z v1 // indirect%)% | module a%%require (%b v1%\tm v1.0.0%)%%require (%z v1 // indirect%)%",
                "module a%%require (%z v1 // indirect%)%                  | module a%%require (%z v1 // indirect%)%%require m v1.0.0%",
            })
    void requirementsAreAddedWhereTheyBelong(String before, String after) {
        assertThat(ModuleEdit.requiring(before.replace('%', '\n'), "m", "v1.0.0"))
                .isEqualTo(after.replace('%', '\n'));
        assertThat(ModuleEdit.requiring(before.replace("%", "\r\n"), "m", "v1.0.0"))
                .isEqualTo(after.replace("%", "\r\n"));
    }

    /** As {@code go mod download} has them for the same bytes. */
    @Test
    void hashesAreThoseOfTheGoCommand() {
        byte[] descriptor = "module port.example/a\n".getBytes(StandardCharsets.UTF_8);
        assertThat(ModuleHash.ofDescriptor(descriptor)).isEqualTo("h1:4pvB/rr7n2faKeKjbLOCSQUZqanvqLBPN72O13uELCo=");
        Map<String, byte[]> files =
                Map.of("go.mod", descriptor, "a.go", "package a\n".getBytes(StandardCharsets.UTF_8));
        assertThat(ModuleHash.ofFiles("port.example/a", "v1.0.0", files))
                .isEqualTo("h1:i9OAwlk2HtJSximzgMmTAByh0mJ3dxE5GvHceeV2iHo=");
    }
}

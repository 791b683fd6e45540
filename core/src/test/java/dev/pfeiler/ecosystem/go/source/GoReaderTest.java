package dev.pfeiler.ecosystem.go.source;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What a Go file says. */
class GoReaderTest {
    @Test
    void importsAreReadWithTheirPlaces() {
        String text =
                """
                // Package gauge reads gauges.
                package gauge // import "port.example/gauge"

                import "fmt"
                import (
                \t. "port.example/units"
                \t_ `port.example/driver/v2`; y "port.example/y"
                \t"C" /* "port.example/no" */
                )

                var s = `import "port.example/no"`
                """;
        GoSource source = GoReader.read("gauge/gauge.go", text);
        assertThat(source.name()).isEqualTo("gauge");
        assertThat(source.imports())
                .extracting(GoSource.Import::path)
                .containsExactly("fmt", "port.example/units", "port.example/driver/v2", "port.example/y", "C");
        assertThat(source.imports())
                .extracting(GoSource.Import::ofLibrary)
                .containsExactly(true, false, false, false, true);
        for (GoSource.Import one : source.imports())
            assertThat(text.substring(one.start(), one.end())).isEqualTo(one.path());
        assertThat(source.imports().get(1).evidence().place()).isEqualTo("gauge/gauge.go:6");
        assertThat(source.canonical().orElseThrow().path()).isEqualTo("port.example/gauge");
        assertThat(source.declared()).containsExactly("s");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '%',
            value = {
                "var x = 0b101 % 13 % number literal",
                "var x = 1_000 % 13 % number literal",
                "var x = 0x1F % 0 % ",
                "func Sum[T int | float64](a ...T) {} % 18 % type parameters",
                "type List[T any] struct{} % 18 % type parameters",
                "type Grid [4]int % 0 % ",
                "type Row [size]int % 0 % ",
                "func f(a ...any) {} % 18 % any",
                "func f() { for i := range 10 { use(i) } } % 22 % range over a number",
                "func f() { _ = max(1, 2) } % 21 % max",
                "func f() { _ = x.max(1, 2) } % 0 % ",
                "func f() { _, _ = os.ReadFile(n) } % 16 % os.ReadFile",
                "func f() { _, _ = os.Open(n) } % 0 % ",
                "func f() { _ = errors.Is(a, b) } % 13 % errors.Is",
                "func f() { _ = v.errors.Is(a, b) } % 0 % ",
                "func f() { n := len(x); _ = 2 << n } % 13 % shift by a signed count",
                "func f(n int) { _ = 2 >> n } % 13 % shift by a signed count",
                "func f(n uint) { _ = 2 << n } % 0 %",
                "const n = 3; var x = 2 << n % 0 %",
                "func f() { n := uint(3); _ = 2 << n } % 0 %",
                "// os.ReadFile % 0 % ",
            })
    void syntaxAndLibraryNeedReleases(String code, int minor, String what) {
        GoSource source = GoReader.read("a.go", "package a\nimport (\"os\"; \"errors\")\n" + code + "\n");
        assertThat(source.needs().stream().mapToInt(GoSource.Need::minor).max().orElse(0))
                .isEqualTo(minor);
        if (what != null)
            assertThat(source.needs().get(source.needs().size() - 1).what()).isEqualTo(what);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '%',
            value = {
                "//go:build ignore % true",
                "// +build ignore % true",
                "//go:build linux && !cgo % false",
                "//go:build !ignore || (windows && ignore) % false",
                "// +build ignore,linux windows % false",
                "//go:build ((( % false",
                "// Package a: +build ignore % false",
            })
    void filesThatNoSystemCompilesAreExcluded(String line, boolean excluded) {
        assertThat(GoReader.read("a.go", line + "\n\npackage a\n").excluded()).isEqualTo(excluded);
    }
}

package dev.pfeiler.ecosystem.jvm.language.java;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.tuple;

import dev.pfeiler.ecosystem.jvm.language.EntryPoint;
import dev.pfeiler.ecosystem.jvm.language.SourceEncoding;
import dev.pfeiler.ecosystem.jvm.language.SourceFile;
import dev.pfeiler.ecosystem.jvm.language.SourceText;
import dev.pfeiler.ecosystem.jvm.language.SyntaxSign;
import java.io.Writer;
import java.net.URI;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import javax.tools.JavaCompiler;
import javax.tools.JavaFileObject;
import javax.tools.SimpleJavaFileObject;
import javax.tools.ToolProvider;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;

class JavaReaderTest {
    private static SourceFile read(String... lines) {
        return JavaReader.read(
                "p/T.java", SourceText.of(String.join("\n", lines).getBytes(StandardCharsets.UTF_8)));
    }

    @Test
    void readsPackageImportsAndTypes() {
        SourceFile source = read(
                "/* package wrong; */",
                "package no.haldervik . buoys;",
                "import java.util.List;",
                "import static org.junit.Assert.*;",
                "import a.b.Outer.Inner; // import c.D;",
                "@Deprecated class Buoy<T extends java.io.Reader> { class Inner {} }",
                "interface Lamp {}",
                "@interface Marked { String value() default \"\"; }");
        assertThat(source.packageName()).isEqualTo("no.haldervik.buoys");
        assertThat(source.packageLine()).isEqualTo(2);
        assertThat(source.imports())
                .containsExactly(
                        new SourceFile.Import("java.util.List", false, false, 3),
                        new SourceFile.Import("org.junit.Assert", true, true, 4),
                        new SourceFile.Import("a.b.Outer.Inner", false, false, 5));
        assertThat(source.types()).containsExactly("Buoy", "Lamp", "Marked");
        assertThat(source.typeNames()).contains("no.haldervik.buoys.Lamp");
        assertThat(source.qualified()).containsEntry("java.io.Reader", 6);
        assertThat(source.annotations()).containsEntry("Deprecated", 6);
    }

    @Test
    void readsNamesInCodeAndNotInCommentsOrStrings() {
        SourceFile source = read(
                "class T {",
                "  // a.b.Never",
                "  /** {@link a.b.NeverEither} */",
                "  Object o = new a.b.Made(\"c.d.Named\", 'x', \"a \\\" c.d.Not\", x.y());",
                "  String s = \"\"\"",
                "    e.f.Never \\\"\"\" g.h.Never",
                "    \"\"\";",
                "  Other other = Other.of(it.field);",
                "}");
        assertThat(source.qualified()).containsOnlyKeys("a.b.Made");
        assertThat(source.strings()).containsOnlyKeys("c.d.Named");
        assertThat(source.simple()).contains("Other", "String").doesNotContain("Never", "Made");
    }

    static Stream<Arguments> syntax() {
        return Stream.of(
                Arguments.of("List<String> l = new ArrayList<>();", SyntaxFeature.DIAMOND),
                Arguments.of("void m() { try (Reader r = open()) {} }", SyntaxFeature.TRY_RESOURCES),
                Arguments.of("void m() { try { } catch (A | B e) { } }", SyntaxFeature.MULTI_CATCH),
                Arguments.of("void m(String s) { switch (s) { case \"a\": } }", SyntaxFeature.STRING_SWITCH),
                Arguments.of("int i = 1_000;", SyntaxFeature.NUMBER_LITERAL),
                Arguments.of("int i = 0b11;", SyntaxFeature.NUMBER_LITERAL),
                Arguments.of("Runnable r = () -> {};", SyntaxFeature.LAMBDA),
                Arguments.of("Supplier<T> s = T::new;", SyntaxFeature.METHOD_REFERENCE),
                Arguments.of("interface I { default void m() {} }", SyntaxFeature.DEFAULT_METHOD),
                Arguments.of("void m() { var x = 1; }", SyntaxFeature.LOCAL_VAR),
                Arguments.of(
                        "int m(int i) { return switch (i) { case 1 -> 2; default -> 3; }; }",
                        SyntaxFeature.SWITCH_ARROW),
                Arguments.of("String s = \"\"\"\nx\"\"\";", SyntaxFeature.TEXT_BLOCK),
                Arguments.of("record R(int i) {}", SyntaxFeature.RECORD),
                Arguments.of(
                        "boolean m(Object o) { return o instanceof String s && s.isEmpty(); }",
                        SyntaxFeature.INSTANCEOF_PATTERN),
                Arguments.of(
                        "boolean m(Object o) { return o instanceof Map<?, ?> map; }", SyntaxFeature.INSTANCEOF_PATTERN),
                Arguments.of("sealed interface S permits A, B {}", SyntaxFeature.SEALED),
                Arguments.of("void m(int... numbers) {}", SyntaxFeature.VARIABLE_ARGUMENTS),
                Arguments.of("interface I { static int m() { return 1; } }", SyntaxFeature.STATIC_INTERFACE_METHOD),
                Arguments.of("interface I { private void m() {} }", SyntaxFeature.PRIVATE_INTERFACE_METHOD),
                Arguments.of(
                        "Comparator<String> c = new Comparator<>() { public int compare(String a, String b) { return 0; } };",
                        SyntaxFeature.ANONYMOUS_DIAMOND),
                Arguments.of("void m(Reader r) throws IOException { try (r) {} }", SyntaxFeature.TRY_VARIABLE),
                Arguments.of("BinaryOperator<String> o = (var a, var b) -> a;", SyntaxFeature.VAR_PARAMETER),
                Arguments.of(
                        "int m(int i) { return switch (i) { default: yield 1; }; }", SyntaxFeature.SWITCH_EXPRESSION),
                Arguments.of("void m(int i) { switch (i) { case 1, 2: } }", SyntaxFeature.CASE_LIST),
                Arguments.of("boolean m(Object o) { return o instanceof R(int i); }", SyntaxFeature.RECORD_PATTERN),
                Arguments.of(
                        "int m(Object o) { return switch (o) { case String s -> 1; default -> 0; }; }",
                        SyntaxFeature.SWITCH_PATTERN));
    }

    /** The compiler takes each piece at its level and refuses it at the one before, as far as it knows both. */
    @ParameterizedTest
    @MethodSource("syntax")
    void agreesWithTheCompiler(String member, SyntaxFeature feature) {
        int newest = Runtime.version().feature();
        if (feature.level() > newest) return;
        String text = "import java.io.*; import java.util.*; "
                + (feature.level() < 8 ? "" : "import java.util.function.*; ") + "class T { class A extends"
                + " Exception {} class B extends Exception {} static Reader open() throws IOException { return null; }"
                + member + "}";
        String plain = text.replace("Supplier<T> s = T::new", "Supplier<Object> s = Object::new")
                .replace(
                        "try { } catch (A | B e) { }",
                        "try { if (m != null) throw new A(); throw new B(); } catch (A | B e) { }")
                .replace("void m() { try { if", "Object m; void m() { try { if")
                .replace("void m() { try (Reader", "void m() throws IOException { try (Reader")
                .replace(
                        "sealed interface S permits A, B {}",
                        "sealed interface S permits C, D {} final class C implements S {} final class D implements S {}");
        int lowest = 7;
        assertThat(compiles(plain, Math.max(lowest, feature.level()))).isTrue();
        if (feature.level() > lowest)
            assertThat(compiles(plain, Math.max(lowest, feature.level() - 1))).isFalse();
    }

    private static boolean compiles(String text, int level) {
        JavaCompiler compiler = ToolProvider.getSystemJavaCompiler();
        JavaFileObject source = new SimpleJavaFileObject(URI.create("string:///T.java"), JavaFileObject.Kind.SOURCE) {
            @Override
            public CharSequence getCharContent(boolean ignoreEncodingErrors) {
                return text;
            }
        };
        List<String> options = List.of(
                "--release",
                String.valueOf(level),
                "-proc:none",
                "-d",
                System.getProperty("java.io.tmpdir"),
                "-implicit:none",
                "-Xlint:none");
        return compiler.getTask(Writer.nullWriter(), null, diagnostic -> {}, options, null, List.of(source))
                .call();
    }

    @ParameterizedTest
    @MethodSource("syntax")
    void knowsTheSyntaxOfEachLevel(String member, SyntaxFeature feature) {
        assertThat(read("class T {", member, "}").syntax())
                .extracting(SyntaxSign::level, SyntaxSign::name)
                .contains(tuple(feature.level(), feature.text()));
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "boolean m(Object o) { return o instanceof String && true; }",
                "void m(char c) { switch (c) { case ',': case ';': } }",
                "int m(int i) { switch (i) { case 1: return m(m(2)); } return f(i, i); }",
                "void m() { run(new ArrayList<>(), () -> { }); }",
                "class C { private static int m() { return 1; } }",
                "interface I { int N = f(1); class C { private void m() {} static int n() { return 2; } } }",
                "int var = 1, record = 2; void m() { var = record; record(1); }",
                "void m(int i) { switch (i) { case 1: r = () -> 2; default: } }",
                "int a = b < c ? d : e; boolean permits = x > 0;",
                "boolean b = i < 10 == j > 3;"
            })
    void takesNoOldSyntaxForNew(String member) {
        assertThat(read("class T {", member, "}").syntax()).allMatch(sign -> sign.level() <= 8);
    }

    @Test
    void findsMainMethods() {
        assertThat(read("package p; class T {", " public static void main(String... a) {}", "}")
                        .entryPoint())
                .contains(new EntryPoint("p.T", 2));
        assertThat(read("class T {", " static public final void main(final String[] a) {}", "}")
                        .entryPoint())
                .isEmpty();
        assertThat(read("class T {", " void main(String[] a) {}", "}").entryPoint())
                .isEmpty();
        assertThat(read("class T {", " static void main() {}", "}").entryPoint())
                .isEmpty();
    }

    @Test
    void tellsEncodings() {
        assertThat(read("class T {}").encoding()).isEqualTo(SourceEncoding.ASCII);
        assertThat(read("class Tårn {}").encoding().charset()).contains("UTF-8");
        SourceFile wide =
                JavaReader.read("T.java", SourceText.of("package p; class T {}".getBytes(StandardCharsets.UTF_16)));
        assertThat(wide.packageName()).isEqualTo("p");
        assertThat(wide.encoding().kind()).isEqualTo(SourceEncoding.Kind.UTF_16);
    }

    /** Any bytes decode as ISO-8859-1, so that this shows nothing; what a detector finds is a guess. */
    @ParameterizedTest
    @CsvSource({
        "windows-1251, Погода в порту: ветер северный. Причал закрыт до утра, лоцман на борту.",
        "Shift_JIS, 港の天気は晴れです。風は北から吹いています。桟橋は朝まで閉鎖されています。"
    })
    void guessesOtherCharsets(String charset, String comment) {
        byte[] bytes = ("class T { /* " + comment + " */ }").getBytes(Charset.forName(charset));
        SourceEncoding encoding =
                JavaReader.read("T.java", SourceText.of(bytes)).encoding();
        assertThat(encoding.kind()).isEqualTo(SourceEncoding.Kind.OTHER);
        assertThat(encoding.guess()).contains(charset);
    }

    @Test
    void decodesWithTheStatedCharset() {
        byte[] bytes = "package fähre; class Überfahrt { static void main(String[] a) {} }"
                .getBytes(StandardCharsets.ISO_8859_1);
        SourceFile source =
                JavaReader.read("T.java", SourceText.of(bytes, () -> Optional.of(StandardCharsets.ISO_8859_1)));
        assertThat(source.packageName()).isEqualTo("fähre");
        assertThat(source.entryPoint().orElseThrow().className()).isEqualTo("fähre.Überfahrt");
        assertThat(source.simple()).contains("Überfahrt");
        // a stated charset that the bytes are not valid in is not used
        assertThat(SourceText.of(bytes, () -> Optional.of(StandardCharsets.UTF_8))
                        .utf8())
                .isEqualTo(SourceText.of(bytes).utf8());
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "",
                "package",
                "import",
                "class",
                "\"",
                "'",
                "/*",
                "\"\"\"",
                "class T { \"unclosed",
                "a.b.",
                "@",
                "import static",
                "o instanceof Map<",
                "case",
                "x -",
                "package a.b; import c.",
                "\\",
                "\u0000\u0001"
            })
    void readsWhatDoesNotCompile(String text) {
        assertThat(JavaReader.read("T.java", SourceText.of(text.getBytes(StandardCharsets.UTF_8))))
                .isNotNull();
    }
}

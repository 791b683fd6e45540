package dev.pfeiler.ecosystem.clojure.source;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.pfeiler.ecosystem.clojure.source.Form.Kind;
import java.util.List;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Forms as the documentation of the reader has them. */
class FormReaderTest {
    /** Kind, text and parts, so that a whole form is one line. */
    private static String shown(Form form) {
        String parts = form.parts().stream().map(FormReaderTest::shown).collect(Collectors.joining(" "));
        return form.kind().name().toLowerCase(java.util.Locale.ROOT)
                + (form.text().isEmpty() ? "" : ":" + form.text())
                + (form.parts().isEmpty() ? "" : "(" + parts + ")");
    }

    private static String read(String text) {
        return FormReader.read(text).stream().map(FormReaderTest::shown).collect(Collectors.joining(" | "));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '=',
            quoteCharacter = '\0',
            value = {
                "a.b/c = symbol:a.b/c",
                ":k ::own/k = keyword:k | keyword:own/k",
                "-1 +2.5e3 0x1F 22/7 - -a = number:-1 | number:+2.5e3 | number:0x1F | number:22/7 | symbol:- | symbol:-a",
                "\\a \\( \\newline \\u00e6 = character:a | character:( | character:newline | character:u00e6",
                "\"a \\\"b\\\" ; c\" = string:a \"b\" ; c",
                "#\"\\d+\\\"\" = regex:\\d+\\\"",
                "(a [b {c d}]) = list(symbol:a vector(symbol:b map(symbol:c symbol:d)))",
                "#{a} #(inc %) = set(symbol:a) | function(symbol:inc symbol:%)",
                "'a `b ~c ~@d @e #'f = prefix:'(symbol:a) | prefix:`(symbol:b) | prefix:~(symbol:c) | prefix:~@(symbol:d) | prefix:@(symbol:e) | prefix:#'(symbol:f)",
                "^:private ^String a = meta(keyword:private meta(symbol:String symbol:a))",
                "#_ a b #_ #_ c d e = symbol:b | symbol:e",
                "#?(:clj a :cljs b) [#?@(:clj [c])] = conditional(keyword:clj symbol:a keyword:cljs symbol:b) | vector(conditional:@(keyword:clj vector(symbol:c)))",
                "#inst \"2026-11-30\" #:port{:a 1} = tagged:inst(string:2026-11-30) | tagged::port(map(keyword:a number:1))",
                "##Inf a,b = number:Inf | symbol:a | symbol:b"
            })
    void forms(String text, String expected) {
        assertThat(read(text.strip())).isEqualTo(expected.strip());
    }

    @Test
    void commentsAndTheFirstLineOfAScriptAreNoForms() {
        assertThat(read("#!/usr/bin/env clojure\n; one\n(a ; two )\n b)")).isEqualTo("list(symbol:a symbol:b)");
    }

    @Test
    void placesAreThoseInTheText() {
        Form second = FormReader.read("(a)\n  {:k \"v\nw\"}").get(1);
        assertThat(List.of(second.start(), second.end(), second.line())).containsExactly(6, 16, 2);
        assertThat(second.value("k")).map(Form::text).contains("v\nw");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '=',
            quoteCharacter = '\0',
            value = {
                "(a = ends before )",
                "a) = unexpected )",
                "(a] = unexpected ]",
                "\"a = a string without an end",
                "#?a = a reader conditional without a list",
                "' = ends before a form",
                "#<a> = an unreadable form"
            })
    void whatIsNoText(String text, String message) {
        assertThatThrownBy(() -> FormReader.read(text.strip()))
                .isInstanceOf(FormReader.Malformed.class)
                .hasMessage(message.strip());
    }

    @Test
    void nestingEnds() {
        assertThatThrownBy(() -> FormReader.read("(".repeat(100_000))).hasMessage("is nested too deeply");
        assertThatThrownBy(() -> FormReader.read("#_".repeat(100_000))).hasMessage("is nested too deeply");
    }

    @Test
    void dataIsWrittenWithoutQuotes() {
        Form map = FormReader.read("{:main 'a.b :n [1 \"x\\n\" #{:k}]}").get(0);
        assertThat(FormText.isData(map)).isTrue();
        assertThat(FormText.lines(map)).isEqualTo("{:main a.b\n :n [1 \"x\\n\" #{:k}]}");
        assertThat(FormText.isData(FormReader.read("{:main (ns-name *ns*)}").get(0)))
                .isFalse();
        assertThat(map.is(Kind.MAP)).isTrue();
    }
}

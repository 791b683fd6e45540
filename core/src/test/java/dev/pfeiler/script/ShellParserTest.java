package dev.pfeiler.script;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ShellParserTest {
    private static ShellParser.Parsed parse(String... lines) {
        return ShellParser.parse(List.of(lines));
    }

    /** The statements in a short notation. */
    private static String shown(List<Statement> statements) {
        return String.join("; ", statements.stream().map(ShellParserTest::shown).toList());
    }

    private static String shown(Statement statement) {
        if (statement instanceof Statement.Command command) return command.command();
        if (statement instanceof Statement.Assignment set)
            return (set.local() ? "local " : "") + set.name() + "=" + set.value();
        if (statement instanceof Statement.Loop loop)
            return "for " + loop.variable() + " in " + loop.values() + " {" + shown(loop.body()) + "}";
        if (statement instanceof Statement.Branch branch) return "if {" + shown(branch.body()) + "}";
        if (statement instanceof Statement.Function function)
            return function.name() + "() {" + shown(function.body()) + "}";
        return "(" + shown(((Statement.Subshell) statement).body()) + ")";
    }

    @ParameterizedTest
    @CsvSource(
            delimiterString = "=>",
            quoteCharacter = '~',
            textBlock =
                    """
            a b; c && d || e                  => a b; c; d || e
            X=1 Y=2                           => X=1 Y=2
            X=1; export Y="a b"; Z=$(ls -l a) => X=1; Y="a b"; Z=$(ls -l a)
            X="a;b && c" d                    => X="a;b && c" d
            echo "Chart #1" # a comment       => echo "Chart #1"
            node -e "a(); b()"                => node -e "a(); b()"
            a 2>&1 & b                        => a 2>&1 & b
            for f in a b; do c $f; d; done    => for f in a b {c $f; d}
            for f; do c; done                 => for f in "$@" {c}
            while read l; do c; done          => for  in read l {c}
            if test -d x; then a; elif b; then c; else d; fi; e => if {test -d x; a; b; c; d}; e
            if a && b; then c; fi             => if {a; b; c}
            case $1 in build) a; b ;; (test|check) c;; *) d;; esac; e => if {a; b; c; d}; e
            build() { a; b; }; build x        => build() {a; b}; build x
            function build { a; }; b          => build() {a}; b
            f() ( a; b ); c                   => f() {(a; b)}; c
            (cd x && a; b); c                 => (cd x; a; b); c
            (cd x && a) && c                  => (cd x; a); c
            { a; b; } > log; c                => a; b; c
            f() { local x=1; a; }             => f() {local x=1; a}
            for f in *.c; do for g in 1; do a; done; done => for f in *.c {for g in 1 {a}}
            if a; then if b; then c; fi; d; fi => if {a; if {b; c}; d}
            """)
    void oneLine(String line, String expected) {
        assertThat(shown(parse(line).statements())).isEqualTo(expected);
        assertThat(parse(line).complete()).as("complete").isTrue();
        List<String> lines = Arrays.asList(line.split("(?<=[;&]) (?![&|b])"));
        if (lines.stream().noneMatch(each -> each.contains("\"") || each.contains("(")))
            assertThat(shown(ShellParser.parse(lines).statements()))
                    .as("over several lines")
                    .isEqualTo(expected);
    }

    @Test
    void compoundCommandsOverLines() {
        ShellParser.Parsed parsed = parse(
                "#!/bin/sh",
                "build()",
                "{",
                "    javac -d out \\",
                "        src/*.java",
                "}",
                "case \"$1\" in",
                "  build)",
                "    build",
                "    ;;",
                "  clean) rm -rf out ;;",
                "esac",
                "(",
                "  cd web",
                "  tsc",
                ")",
                "echo 'two",
                "lines'");
        assertThat(parsed.complete()).isTrue();
        assertThat(shown(parsed.statements()))
                .isEqualTo(
                        "build() {javac -d out          src/*.java}; if {build; rm -rf out}; (cd web; tsc); echo 'two\nlines'");
        assertThat(parsed.statements().get(1).line()).isEqualTo(7);
        assertThat(((Statement.Function) parsed.statements().get(0))
                        .body()
                        .get(0)
                        .line())
                .isEqualTo(4);
    }

    @Test
    void whatIsBeforeACompoundCommandIsKept() {
        ShellParser.Parsed parsed =
                parse("f() {", "  find src | while read x; do", "    a $x", "  done", "  b", "}", "f");
        assertThat(shown(parsed.statements())).isEqualTo("f() {find src; for  in read x {a $x}; b}; f");
        assertThat(parsed.complete()).isFalse();
        assertThat(shown(parse("a || b | c").statements())).isEqualTo("a || b | c");
        assertThat(shown(parse("javac x || { echo failed; exit 1; }; jar y").statements()))
                .isEqualTo("javac x; echo failed; exit 1; jar y");
        assertThat(shown(parse("test -d x && { a; b; }; c").statements())).isEqualTo("test -d x; a; b; c");
        assertThat(parse("a || { b; }").complete()).isFalse();
    }

    @Test
    void hereDocumentsAreNoCommands() {
        ShellParser.Parsed parsed = parse("cat > x <<'END'", "rm -rf /", "END", "a");
        assertThat(shown(parsed.statements())).isEqualTo("cat > x <<'END'; a");
        assertThat(parsed.complete()).isFalse();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '~',
            value = {
                "if a; then b | if {a; b}",
                "done; a | a",
                "f() { a | f() {a}",
                "( a | a",
                "for f in a; do b | for f in a {b}"
            })
    void whatDoesNotEndIsIncomplete(String line, String expected) {
        ShellParser.Parsed parsed = parse(line);
        assertThat(parsed.complete()).isFalse();
        assertThat(shown(parsed.statements())).isEqualTo(expected);
    }

    @Test
    void deepAndLongScriptsEnd() {
        assertThat(parse("if a; then ".repeat(5000)).complete()).isFalse();
        assertThat(parse("( ".repeat(5000)).complete()).isFalse();
        assertThat(parse("{ ".repeat(5000)).complete()).isFalse();
        assertThat(parse("f() ".repeat(50_000)).complete()).isFalse();
        assertThat(parse("a ".repeat(50_000)).statements()).hasSize(1);
    }

    @Test
    void makeFilesAreReadByTheirOwnRules() {
        assertThat(MakeText.assignment("export OUT ?= a b")).contains(new MakeText.Assignment("OUT", "?", "a b"));
        assertThat(MakeText.assignment("OUT := x")).contains(new MakeText.Assignment("OUT", ":", "x"));
        assertThat(MakeText.assignment("all: x")).isEmpty();
        assertThat(MakeText.rule("all $(X:.c=.o): a b ; cmd"))
                .contains(new MakeText.Rule("all $(X:.c=.o)", "a b", "cmd"));
        assertThat(MakeText.rule("x: CFLAGS = -g")).as("a variable of a target").isEmpty();
        assertThat(MakeText.rule("OUT := x")).isEmpty();
        assertThat(MakeText.rule("\tcmd: x")).isEmpty();
        assertThat(MakeText.withoutComment("a#b # c")).isEqualTo("a#b");
        assertThat(MakeText.command("\t@-rm x")).isEqualTo("rm x");
        assertThat(dev.pfeiler.tree.Text.words("  a\t b ")).containsExactly("a", "b");
    }

    @Test
    void batchFilesAreReadByTheirOwnRules() {
        assertThat(BatchText.command("  @echo off")).isEqualTo("echo off");
        assertThat(BatchText.command("@REM javac")).isEmpty();
        assertThat(BatchText.command(":: javac")).isEmpty();
        assertThat(BatchText.command("remove x")).isEqualTo("remove x");
        assertThat(BatchText.withoutCondition("if not exist \"a b\" (mkdir x)")).isEqualTo("mkdir x");
        assertThat(BatchText.withoutCondition("IF errorlevel 1 exit")).isEqualTo("exit");
        assertThat(BatchText.isEnd("exit  /B 1")).isTrue();
        assertThat(BatchText.isEnd("exiting")).isFalse();
        assertThat(BatchText.items(" a, b;c ")).containsExactly("a", "b", "c");
        assertThat(BatchText.with("javac %%f %%~nf %%fx", "f", "A$1.java")).isEqualTo("javac A$1.java A$1.java %%fx");
    }

    @Test
    void variablesAtTheStartOfCommands() {
        assertThat(ShellText.assigned("A=\"x y\" b c")).contains(new ShellText.Assigned("A", "\"x y\"", "b c"));
        assertThat(ShellText.assigned("A=$(b \"c d\") e")).contains(new ShellText.Assigned("A", "$(b \"c d\")", "e"));
        assertThat(ShellText.assigned("A= b")).contains(new ShellText.Assigned("A", "", "b"));
        assertThat(ShellText.assigned("--a=b")).isEqualTo(Optional.empty());
        assertThat(ShellText.assigned("2A=b")).isEmpty();
    }

    @Test
    void kindsOfScripts() {
        assertThat(ScriptKind.ofPath("a/GNUmakefile")).contains(ScriptKind.MAKE);
        assertThat(ScriptKind.ofPath("a/b.mk")).contains(ScriptKind.MAKE);
        assertThat(ScriptKind.ofPath("b.CMD")).contains(ScriptKind.BATCH);
        assertThat(ScriptKind.of("build", "#!/usr/bin/env bash\n")).contains(ScriptKind.SHELL);
        assertThat(ScriptKind.of("build", "#!/usr/bin/env python\n")).isEmpty();
        assertThat(ScriptKind.of("a.txt", "#!/bin/sh\n")).isEmpty();
    }
}

package dev.pfeiler.ecosystem.node.source;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ScriptReaderTest {
    private static Script read(String text) {
        return ScriptReader.read("mast.js", text);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '`',
            value = {
                "import dayjs, { extend as x } from 'dayjs'; | STATIC dayjs [default, extend]",
                "import * as path from \"node:path\" | STATIC node:path [*]",
                "import './early.js' | STATIC ./early.js []",
                "export { a, b as c } from './parts' | STATIC ./parts [a, b]",
                "const { join, resolve: r } = require('path') | REQUIRE path [join, resolve]",
                "var made = require('x').made | REQUIRE x [made]",
                "const later = await import('./late.mjs') | DYNAMIC ./late.mjs [*]",
                "require.resolve('tool/package.json') | REFERENCE tool/package.json [default]",
                "define(['jquery', 'require'], function ($) {}) | REQUIRE jquery [default]"
            })
    void importsAreReadWithWhatTheyTake(String text, String expected) {
        Import first = read(text).imports().get(0);
        assertThat(first.form() + " " + first.specifier() + " " + first.names()).isEqualTo(expected);
    }

    @Test
    void whatOnlyLooksLikeAnImportIsNone() {
        Script script =
                read("var a = \"require('x')\"; // require('y')\n/* import 'z' */ var r = /require('v')/.test(a);\n"
                        + "o.require('w'); var p = { require: 1 };");
        assertThat(script.imports()).isEmpty();
        assertThat(script.modules().any()).isFalse();
    }

    @Test
    void anImportIsGuardedWhereItsErrorIsCaught() {
        Script script = read("try { require('fast') } catch (e) {}\nrequire('slow');");
        assertThat(script.imports()).extracting(Import::guarded).containsExactly(true, false);
        assertThat(script.imports().get(1).evidence().line()).isEqualTo(2);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "exports.a = 1; module.exports.b = 2 | a,b",
                "module.exports = { hoist, strike: function () {} } | default,hoist,strike",
                "export const lamp = 1; export default class Mast {} | default,lamp",
                "export function hoist() {} export async function strike() {} | hoist,strike",
                "export { a as b }; export * as c from 'c' | b,c",
                "export const { d, e: f } = o | d,f"
            })
    void exportsAreReadByName(String text, String expected) {
        assertThat(String.join(",", new java.util.TreeSet<>(read(text).modules().exported())))
                .isEqualTo(expected);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '~',
            value = {
                "var a = 1 ~ 0",
                "const f = () => 1 ~ 6",
                "async function f() {} ~ 8",
                "var o = { ...p } ~ 8",
                "f(...list) ~ 6",
                "try {} catch {} ~ 10",
                "for await (const x of y) {} ~ 10",
                "class A { depth = 1 } ~ 12",
                "class A { #depth() {} } ~ 14",
                "a?.b ~ 14",
                "a ? .5 : b ~ 0",
                "a ?? b ~ 14",
                "a ||= b ~ 15",
                "class A { static { f() } } ~ 16",
                "import fs from 'fs' ~ 12",
                "require('node:fs') ~ 14",
                "require('node:test') ~ 18",
                "a ** b ~ 7"
            })
    void syntaxAsksForARelease(String text, int release) {
        assertThat(read(text).features().stream().mapToInt(Feature::major).max().orElse(0))
                .isEqualTo(release);
    }

    @Test
    void namesOfOneScriptAreToldFromThoseOfOthers() {
        Script script = read(
                "var order = 'berth', seen;\nfunction row(ship) { var cell = metres(ship.length); return $('<tr>').append(cell, note); }\n"
                        + "const { a, b: [c] } = data; struck++;\nlist.map(x => x + y);\nvar o = { key: value, method() { return inner } };");
        assertThat(script.names().declared()).containsOnlyKeys("order", "seen", "row", "a", "c", "o");
        assertThat(script.names().declared().get("row")).isTrue();
        assertThat(script.names().used())
                .containsOnlyKeys("metres", "$", "note", "data", "struck", "list", "y", "value", "inner");
        assertThat(script.names().used().get("struck").assigned()).isTrue();
    }

    @Test
    void namesPutOnTheGlobalObjectAreGiven() {
        Script script =
                read("window.Lamp = 1; (function (global) { global.Mast = {}; var hidden = 1; })(this); implicit = 2;");
        assertThat(script.names().given()).containsExactly("Lamp", "Mast", "implicit");
        assertThat(script.names().outerThis()).hasSize(1);
    }

    @Test
    void aSlashIsADivisionOrStartsARegularExpression() {
        Script script = read("var a = b / c / d; if (x) /['\"]/.test(y); var e = [/}/g, 1 / 2]; f(a) / 2; }");
        assertThat(script.names().used()).containsOnlyKeys("b", "c", "d", "x", "y", "f");
    }

    @Test
    void templatesAndMarkupHoldCode() {
        Script script = ScriptReader.read(
                "Row.jsx",
                "export default () => <Lamp lit={on} title='it`s'>don't {`${state} ${`in ${depth}`}`} <br/></Lamp>;\nvar after = done;");
        assertThat(script.markup()).isTrue();
        assertThat(script.broken()).isEmpty();
        assertThat(script.names().used()).containsOnlyKeys("Lamp", "on", "state", "depth", "done");
        assertThat(read("a < b; c > d").markup()).isFalse();
        assertThat(ScriptReader.read("x.ts", "const a = <T>(b: T) => b; let c = <any>d;")
                        .markup())
                .isFalse();
    }

    @Test
    void damageIsSaidWithItsLine() {
        assertThat(read("var a = 1;\nvar b = 'open\nvar c;").broken()).contains(2);
        assertThat(read("`open ${").broken()).isPresent();
        assertThat(read("{".repeat(50_000)).imports()).isEmpty();
        assertThat(ScriptReader.read("a.jsx", "x = " + "<a>".repeat(5_000)).broken())
                .isPresent();
    }

    @Test
    void typesAloneAreNotLoaded() {
        Script script = ScriptReader.read(
                "a.ts",
                "import type { A } from 'a'; import { type B, c } from 'b'; import d = require('d'); export type { E } from 'e';");
        assertThat(script.imports())
                .extracting(one -> one.specifier() + " " + one.loads() + " " + one.names())
                .containsExactly("a false [A]", "b true [c]", "d true [default]", "e false [E]");
    }

    /** Sound sources with random damage: each is read in bounded time. {@code -Dpfeiler.fuzz=N} takes N turns. */
    @Test
    @Timeout(60)
    void damagedSourcesAreRead() {
        Random draw = new Random(Long.getLong("pfeiler.seed", 42));
        String sound =
                "import a, { b as c } from 'a'; export const d = async ({ e, f: [g] = h }) => <A b={`${c}`}>x</A>;\n"
                        + "class I extends J { #k = 1; static { l(); } m() { return /[n/]+/g.test(this.o) ? p : { q, r() {} }; } }\n"
                        + "var s = function t(u = (v, w) => v) { for (const [x] of y) z: while (true) break z; }; if (a) /b/; a = b / c;\n";
        String signs = "'\"`/{}()[]<>$\\\n=;,.#*";
        for (int turn = 0; turn < 10 * Integer.getInteger("pfeiler.fuzz", 40); turn++) {
            StringBuilder damaged = new StringBuilder(sound);
            for (int i = 0; i < 1 + draw.nextInt(6); i++) {
                int at = draw.nextInt(damaged.length());
                if (draw.nextBoolean()) damaged.insert(at, signs.charAt(draw.nextInt(signs.length())));
                else damaged.delete(at, Math.min(damaged.length(), at + draw.nextInt(40)));
            }
            Script script = ScriptReader.read("mast.jsx", damaged.toString());
            assertThat(script.imports()).allMatch(one -> one.start() < one.end() && one.end() <= damaged.length());
        }
    }
}

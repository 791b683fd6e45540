package dev.pfeiler.proof;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class MasksTest {
    /** Lines are separated by {@code /}. */
    private static String text(String line) {
        return line.replace('/', '\n');
    }

    @ParameterizedTest
    @CsvSource({
        // first, second, other side, admitted
        "tide 3 m,          tide 3 m,          tide 3 m,              true",
        "tide 3 m,          tide 3 m,          tide 4 m,              false",
        "took 12 ms,        took 15 ms,        took 9 ms,             true",
        "took 12 ms,        took 15 ms,        took 9 s,              false",
        "took 12 ms,        took 15 ms,        failed,                false",
        "id a7-3 of x,      id b2-3 of x,      id cc-3 of x,          true",
        "id a7-3 of x,      id b2-3 of x,      id cc-4 of x,          false",
        "a/b/c,             a/c,               a/x/y/c,               true",
        "a/b/c,             a/c,               a/x/y/d,               false",
        "a/b/c,             a/c,               z/x/y/c,               false",
        "1/a/2/b/3,         4/a/5/b/6,         7/a/8/b/9,             true",
        "1/a/2/b/3,         4/a/5/b/6,         7/a/8/9,               false",
        "at 10:41:59 ok,    at 10:42:01 ok,    at 10:42:00 ok,        true",
        "at 10:41:59 ok,    at 10:42:01 ok,    at 11:42:00 ok,        false"
    })
    void whatChangesOnOneSideMayBeAnythingOnTheOther(String once, String again, String other, boolean admitted) {
        assertThat(Masks.of(List.of(text(once), text(again))).admit(text(other)))
                .isEqualTo(admitted);
    }

    @Test
    void aThirdLookAdmitsWhatTheSecondDidNotShow() {
        assertThat(Masks.of(List.of("0 ms", "0 ms")).admit("1 ms")).isFalse();
        assertThat(Masks.of(List.of("0 ms", "0 ms", "2 ms")).admit("1 ms")).isTrue();
    }

    @Test
    void longTextsAreComparedAroundWhatChanges() {
        String start = "line\n".repeat(30_000);
        Masks masks = Masks.of(List.of(start + "1\nend", start + "2\n3\nend"));
        assertThat(masks.admit(start + "4\n5\n6\nend")).isTrue();
        assertThat(masks.admit(start.substring(5) + "4\nand")).isFalse();
    }
}

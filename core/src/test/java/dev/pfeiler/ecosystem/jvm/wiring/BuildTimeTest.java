package dev.pfeiler.ecosystem.jvm.wiring;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Date;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class BuildTimeTest {
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '`',
            textBlock =
                    """
                    1.2 ${time:yyyyMMdd}            | 1.2 20261201                | true
                    1.2 ${time:yyyyMMdd}            | 1.3 20261201                | false
                    1.2 ${time:yyyyMMdd}            | 1.2 ${time:yyyyMMdd}        | false
                    ${time:MMMM d yyyy}             | December 1 2026             | true
                    ${time:MMM d}                   | Dec 1                       | true
                    ${time:MM/dd}                   | Dec/01                      | false
                    ${time:EEE, d MMM yyyy HH:mm Z} | Tue, 1 Dec 2026 08:30 +0000 | true
                    ${time:yyyy'at'HH}              | 2026at08                    | true
                    ${time:yyyy'at'HH}              | 2026in08                    | false
                    ${time:h 'o''clock' a}          | 8 o'clock AM                | true
                    ${time:XXX}                     | +01:00                      | true
                    (${time:yyyy})+                 | (2026)+                     | true
                    """)
    void aTextIsKnownWhateverTheTime(String text, String written, boolean agrees) {
        assertThat(BuildTime.agrees(text, written)).isEqualTo(agrees);
    }

    @ParameterizedTest
    @CsvSource({
        "yyyy-MM-dd HH:mm:ss",
        "EEEE d MMMM yyyy",
        "h:mm a z",
        "yyyyMMdd'T'HHmmssSSSX",
        "D 'of' yy",
        "w/u",
        "h 'o''clock'"
    })
    void whatAFormatWritesHasItsShape(String format) {
        String text = "built ${time:" + format + "}.";
        Pattern shape = BuildTime.shape(text);
        for (long day = 0; day < 400; day += 13)
            assertThat(BuildTime.at(new Date(day * 86_400_000 + 40_000_000), text))
                    .matches(shape);
    }

    @Test
    void aTextIsUnknownIfMoreThanTheTimeIsMissing() {
        assertThat(BuildTime.isUnknown("${time:yyyy} ${user.name}")).isTrue();
        assertThat(BuildTime.isUnknown("${time:yyyy}")).isFalse();
        assertThat(BuildTime.reference("yyyy")).contains("${time:yyyy}");
        assertThat(BuildTime.reference("yyyy'")).as("not a valid format").isEmpty();
        assertThat(BuildTime.reference("${format}")).isEmpty();
        assertThat(BuildTime.patterns("${time:yyyy}/${time:MM}/${time:yyyy}")).containsExactly("yyyy", "MM");
    }
}

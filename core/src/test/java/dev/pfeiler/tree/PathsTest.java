package dev.pfeiler.tree;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PathsTest {
    @Test
    void takesPathsApart() {
        assertThat(Paths.name("a/b/C.java")).isEqualTo("C.java");
        assertThat(Paths.parent("a/b/C.java")).isEqualTo("a/b");
        assertThat(Paths.parent("C.java")).isEmpty();
        assertThat(Paths.extension("a/b.c/D.JAVA")).isEqualTo("java");
        assertThat(Paths.extension("a/.classpath")).isEmpty();
        assertThat(Paths.stem("a/lib-1.2.jar")).isEqualTo("lib-1.2");
    }

    @Test
    void aFolderHoldsWhatLiesBelowItAndNotItsNamesake() {
        assertThat(Paths.within("src", "src/a")).isTrue();
        assertThat(Paths.within("src", "src")).isTrue();
        assertThat(Paths.within("src", "srcgen/a")).isFalse();
        assertThat(Paths.within("", "anything")).isTrue();
        assertThat(Paths.relative("src", "src/a/B")).isEqualTo("a/B");
        assertThat(Paths.relative("src", "src")).isEmpty();
    }

    @ParameterizedTest
    @CsvSource({"./a//b,a/b", "a/../b,b", "a\\b,a/b", ".,''"})
    void resolvesDots(String written, String normal) {
        assertThat(Paths.normal(written)).contains(normal);
    }

    @Test
    void doesNotResolveWhatLeadsOutOfTheTree() {
        assertThat(Paths.normal("../a")).isEmpty();
        assertThat(Paths.normal("a/../../b")).isEmpty();
        assertThat(Paths.normal("/etc")).isEmpty();
    }

    @ParameterizedTest
    @CsvSource({
        "**/*.java,a/b/C.java,true",
        "**/*.java,C.java,true",
        "*.java,a/C.java,false",
        "a/,a/b/c,true",
        "a/**,a,true",
        "a?c/x,abc/x,true",
        "a?c/x,a/c/x,false",
        "old.stuff/*,oldXstuff/y,false"
    })
    void patternsStandForPaths(String pattern, String path, boolean matches) {
        assertThat(PathPattern.of(pattern).matches(path)).isEqualTo(matches);
    }

    @Test
    void patternsMatchAsTheSameRegularExpressionDoes() {
        Random random = new Random(7);
        int matched = 0;
        for (int turn = 0; turn < 20_000; turn++) {
            StringBuilder pattern = new StringBuilder();
            StringBuilder regex = new StringBuilder();
            for (int n = 1 + random.nextInt(4); n > 0; n--) {
                boolean last = n == 1;
                switch (random.nextInt(last ? 2 : 3)) {
                    case 0 -> {
                        pattern.append("a*b*");
                        regex.append("a[^/]*b[^/]*");
                    }
                    case 1 -> {
                        pattern.append("*?a");
                        regex.append("[^/]*[^/]a");
                    }
                    default -> {
                        pattern.append("**/");
                        regex.append("(?:.*/)?");
                        continue;
                    }
                }
                if (!last) {
                    pattern.append('/');
                    regex.append('/');
                }
            }
            if (random.nextInt(3) == 0) {
                pattern.append("/**");
                regex.append("(?:/.*)?");
            }
            StringBuilder path = new StringBuilder();
            for (int n = 1 + random.nextInt(12); n > 0; n--) path.append("aab/".charAt(random.nextInt(4)));
            boolean expected = path.toString().matches(regex.toString());
            assertThat(PathPattern.of(pattern.toString()).matches(path.toString()))
                    .as("%s against %s", pattern, path)
                    .isEqualTo(expected);
            if (expected) matched++;
        }
        assertThat(matched).isGreaterThan(500);
    }

    @Test
    void aPatternOfManyWildcardsEnds() {
        assertThat(PathPattern.of("**/" + "*a".repeat(40)).matches("a".repeat(39) + "b/".repeat(400)))
                .isFalse();
    }

    @Test
    void aResolvedPathKeepsWhatLeadsOut() {
        assertThat(Paths.resolved("a/../b/./c")).isEqualTo("b/c");
        assertThat(Paths.resolved("front/../../web//js/")).isEqualTo("../web/js");
        assertThat(Paths.resolved("../../a/../b")).isEqualTo("../../b");
        assertThat(Paths.resolved(".")).isEmpty();
        assertThat(Paths.isOutside("../web")).isTrue();
        assertThat(Paths.isOutside("..web")).isFalse();
    }
}

package dev.pfeiler.tree;

import static org.assertj.core.api.Assertions.assertThat;

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
}

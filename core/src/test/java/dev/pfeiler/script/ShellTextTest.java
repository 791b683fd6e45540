package dev.pfeiler.script;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class ShellTextTest {
    @Test
    void commandsEndOutsideQuotesOnly() {
        assertThat(ShellText.sequence("a 'x && y'; b \"c;d\" && e $(f; g) | h || i", ShellText.Dialect.POSIX))
                .containsExactly("a 'x && y'", "b \"c;d\"", "e $(f; g) | h || i");
        assertThat(ShellText.commands("a 2>&1 | b & c || d", ShellText.Dialect.POSIX))
                .containsExactly("a 2>&1", "b", "c", "d");
        assertThat(ShellText.sequence("a \"x & y\" & b && c^&d", ShellText.Dialect.BATCH))
                .containsExactly("a \"x & y\"", "b", "c^&d");
        assertThat(ShellText.sequence("a \\; b", ShellText.Dialect.POSIX)).containsExactly("a \\; b");
    }

    @Test
    void commentsStartAtAWord() {
        assertThat(ShellText.withoutComment("a #x")).isEqualTo("a");
        assertThat(ShellText.withoutComment("# x")).isEmpty();
        assertThat(ShellText.withoutComment("a 'b #c' d#e \"#f\" # g")).isEqualTo("a 'b #c' d#e \"#f\"");
    }

    @Test
    void wordsLoseTheirQuotes() {
        assertThat(ShellText.words("a 'b c' \"d \\\"e\\\" $f\" '' g\\ h i\"j\"k"))
                .containsExactly("a", "b c", "d \"e\" $f", "", "g h", "ijk");
    }

    @Test
    void hereDocumentsNameTheirEnd() {
        assertThat(ShellText.hereDocument("cat > x <<'END' && b")).isEqualTo("END");
        assertThat(ShellText.hereDocument("cat <<-EOF")).isEqualTo("EOF");
        assertThat(ShellText.hereDocument("echo '<<END'")).isEmpty();
        assertThat(ShellText.hereDocument("cat <<< word")).isEmpty();
    }

    /** What is quoted is one word again, and no command of its own. */
    @ParameterizedTest
    @ValueSource(
            strings = {
                "a b", "a;id", "a&b", "a'b", "a\"b", "$(id)", "`id`", "größe", "a\\b", "*", "", "a|b", "#a", "-rf",
                "日本 語"
            })
    void aQuotedWordIsThatWord(String word) {
        String quoted = ShellText.quote(word);
        assertThat(ShellText.words(quoted)).containsExactly(word);
        assertThat(ShellText.commands("node " + quoted, ShellText.Dialect.POSIX))
                .hasSize(1);
        assertThat(ShellText.withoutComment("node " + quoted)).isEqualTo("node " + quoted);
    }

    @ParameterizedTest
    @CsvSource({
        "scp out/* deploy@host:/srv,scp",
        "env A=1 sudo ssh host,ssh",
        "rsync -a dist/ deploy@host:/srv,rsync",
        "git push origin main,git push",
        "npm run deploy:staging,npm deploy:staging",
        "npx gh-pages -d dist,gh-pages",
        "mvn -B deploy,mvn deploy",
        "curl -T app.war http://host/,curl -T",
        "curl -X DELETE http://host/,curl -X",
        "cp app.war /opt/tomcat/webapps/,cp to /opt/tomcat/webapps/",
        "rm -rf ~/old,rm to ~/old",
        "rm -rf /,rm to /",
        "esbuild a.js --outfile=/srv/www/a.js,esbuild to /srv/www/a.js",
        "copy a.war C:\\tomcat\\webapps,copy to C:\\tomcat\\webapps"
    })
    void deploymentsAreRecognized(String command, String deployment) {
        // a backslash is an escape in one dialect only
        assertThat(Deployment.of(List.of(command.split(" ")))).contains(deployment);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "rsync -a src/ dist/",
                "git describe --tags",
                "npm run build",
                "cp a.js dist/",
                "curl -O http://host/x.jar",
                "rm -rf dist",
                "mvn package",
                "javac -d /tmp/x A.java",
                "esbuild a.js --outfile=dist/a.js > /dev/null",
                "docker build .",
                "node server.js -d /var/lib/tides >> /var/log/tides.log"
            })
    void buildsAreNoDeployments(String command) {
        assertThat(Deployment.of(List.of(command.split(" ")))).isEmpty();
    }
}

package dev.pfeiler.ecosystem.node.page;

import dev.pfeiler.ecosystem.node.project.NodeProject;
import dev.pfeiler.ecosystem.node.source.Page;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.Paths;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Optional;
import java.util.regex.Pattern;

/** Pages that run tests when a browser opens them, and the program that opens one and counts. */
public final class TestPage {
    /** The file name of the program. */
    public static final String PROGRAM = "run-test-page.mjs";

    private static final Pattern FRAMEWORK = Pattern.compile("(?i)(?:.*/)?(?:qunit|mocha|jasmine)(?:[-.@/].*)?\\.js");

    private TestPage() {}

    /** Where a page loads a framework for tests; nothing if it loads none. */
    public static Optional<Evidence> framework(Page page) {
        return page.tags().stream()
                .filter(tag -> tag.kind() == Page.Kind.SCRIPT
                        && FRAMEWORK.matcher(tag.address()).matches())
                .map(Page.Tag::evidence)
                .findFirst();
    }

    /** The pages of a project that run tests. */
    public static List<Page> of(NodeProject project) {
        return project.pages().values().stream()
                .filter(page -> Page.STATIC.contains(Paths.extension(page.path())))
                .filter(page -> framework(page).isPresent())
                .toList();
    }

    /** The text of the program. */
    public static String program() {
        try (InputStream in = TestPage.class.getResourceAsStream(PROGRAM + ".txt")) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}

package dev.pfeiler.ecosystem.node.proof;

import dev.pfeiler.ecosystem.node.project.NodeProject;
import dev.pfeiler.ecosystem.node.source.Page;
import dev.pfeiler.proof.Attachment;
import dev.pfeiler.proof.Browser;
import dev.pfeiler.proof.Comparison;
import dev.pfeiler.proof.Difference;
import dev.pfeiler.proof.Masks;
import dev.pfeiler.tree.Paths;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;

/** Opens the pages of both sides in a browser and compares what they show. */
final class PageRow {
    /** How many pages a picture is taken of. */
    private static final int PICTURES = 4;

    private final NodeProofContext context;

    PageRow(NodeProofContext context) {
        this.context = context;
    }

    /** Nothing if no page can be opened. */
    Optional<Comparison> row() throws IOException {
        NodeProject old = context.old();
        List<Page> pages = old.pages().values().stream()
                .filter(page -> Page.STATIC.contains(Paths.extension(page.path())))
                .toList();
        int templates = old.pages().size() - pages.size();
        if (templates > 0)
            context.notes().add(templates + " templates were not opened: only their server can fill them.");
        if (pages.isEmpty()) return Optional.empty();
        Optional<Browser> browser =
                Browser.find(context.environment(), context.request().scratch());
        if (browser.isEmpty()) {
            context.notes().add("The pages were not opened: Chromium is not on the PATH.");
            return Optional.empty();
        }
        Set<String> names = new TreeSet<>();
        pages.forEach(page -> names.addAll(page.uses()));
        List<Difference> differences = new ArrayList<>();
        int same = 0;
        int pictures = 0;
        for (Page page : pages) {
            context.request().stage().accept("opening " + page.path());
            List<Difference> found = differences(browser.get(), page.path(), names);
            differences.addAll(found);
            if (found.isEmpty()) same++;
            if (pictures++ < PICTURES) pictures(browser.get(), page.path());
        }
        return Optional.of(new Comparison("pages", pages.size() + " opened", same + " show the same", differences));
    }

    private void pictures(Browser browser, String page) throws IOException {
        Path logs = context.request().log().toAbsolutePath().getParent();
        for (Side side : List.of(context.before(), context.after())) {
            boolean old = side == context.before();
            Path file = logs.resolve(
                    Paths.join(Paths.parent(page), Paths.stem(page)).replace('/', '+')
                            + (old ? "-before.png" : "-after.png"));
            browser.picture(side.folder(), page, file, side.log("picture"));
            if (Files.exists(file))
                context.attachments()
                        .add(new Attachment(file, page + (old ? " before" : " after"), Attachment.Kind.PICTURE));
        }
    }

    private List<Difference> differences(Browser browser, String page, Set<String> names) throws IOException {
        Side side = context.before();
        Browser.Snapshot before = browser.open(side.folder(), page, names, side.log("page"));
        Browser.Snapshot after = browser.open(
                context.after().folder(), page, names, context.after().log("page"));
        if (!before.errors().isEmpty())
            context.notes()
                    .add(page + " has errors in the old project, too: "
                            + before.errors().get(0) + ".");
        List<Difference> differences = new ArrayList<>();
        boolean same = Masks.admit(
                before.text(), after.text(), number -> browser.open(side.folder(), page, names, side.log("page"))
                        .text());
        if (!same) differences.add(new Difference(page, Difference.Kind.CHANGED, "shows another text", ""));
        for (String error : after.errors())
            if (!before.errors().contains(error))
                differences.add(new Difference(page, Difference.Kind.CHANGED, error, ""));
        before.names().forEach((name, kind) -> {
            if (!kind.equals(after.names().get(name)))
                differences.add(new Difference(
                        page,
                        Difference.Kind.CHANGED,
                        name + " is " + after.names().get(name) + ", and was " + kind,
                        ""));
        });
        return differences;
    }
}

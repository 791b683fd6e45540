package dev.pfeiler.conversion;

import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/**
 * Refuses a ledger that does not fit the folder that it is in. A ledger is a file like any other: it may have come with a
 * project from elsewhere, and whoever wrote it must not be able to reach a file outside.
 */
final class LedgerCheck {
    private final Path root;
    private final Ledger ledger;
    private final Set<String> checked = new HashSet<>();

    LedgerCheck(Path root, Ledger ledger) {
        this.root = root;
        this.ledger = ledger;
    }

    /** @throws dev.pfeiler.evidence.Refusal with the first reason found */
    void refuse() {
        Set<String> old = new HashSet<>();
        Set<String> results = new HashSet<>();
        for (Ledger.Entry entry : ledger.entries()) {
            if (entry.source().isPresent() && !old.add(entry.path()))
                throw Ledger.foreign("it changes " + entry.path() + " twice");
            entry.result().ifPresent(result -> {
                if (!results.add(result.path())) throw Ledger.foreign("it writes " + result.path() + " twice");
            });
            places(entry).forEach(this::refuseLinks);
            if (!fits(entry)) throw Ledger.foreign("the original of " + entry.path() + " is missing");
        }
        ledger.folders().forEach(folder -> refuseLinks(folder.path() + "/"));
        ledger.untouched().forEach(this::refuseLinks);
    }

    /** All paths that a reversal of an entry reads or writes. */
    private static List<String> places(Ledger.Entry entry) {
        List<String> places = new ArrayList<>(List.of(entry.path()));
        entry.source().ifPresent(places::add);
        entry.result().map(Ledger.Result::path).ifPresent(places::add);
        if (entry instanceof Ledger.Moved moved && !moved.kept().isEmpty()) places.add(moved.kept());
        return places;
    }

    /** A link on the way would lead out of the project. */
    private void refuseLinks(String path) {
        for (int slash = path.lastIndexOf('/'); slash > 0; slash = path.lastIndexOf('/', slash - 1)) {
            String folder = path.substring(0, slash);
            if (!checked.add(folder)) return;
            if (Files.isSymbolicLink(root.resolve(folder)))
                throw Ledger.foreign("it names " + path + ", and " + folder + " is a symbolic link");
        }
    }

    /** Whether the original is where the step or its reversal puts it; nothing but an undo takes originals away. */
    private boolean fits(Ledger.Entry entry) {
        if (entry instanceof Ledger.Written) return true;
        // too large to be kept twice, and deleted by the user since
        if (entry instanceof Ledger.Moved moved && moved.kept().isEmpty()) return true;
        return places(entry).stream().anyMatch(path -> Files.exists(root.resolve(path), LinkOption.NOFOLLOW_LINKS));
    }
}

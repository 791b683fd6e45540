package dev.pfeiler.ecosystem.jvm.wiring.ide;

import dev.pfeiler.ecosystem.jvm.language.JvmLanguage;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.ecosystem.jvm.wiring.WiringBuilder;
import dev.pfeiler.tree.ProjectTree;
import dev.pfeiler.tree.Text;
import dev.pfeiler.tree.TreeFile;
import java.io.IOException;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Encodings that an IDE's files set for single folders and files, where a build tool compiles a module in one. */
final class FolderEncodings {
    private final ProjectTree tree;
    private final WiringBuilder draft;
    private final Map<String, Wiring.Setting> byPath = new LinkedHashMap<>();

    FolderEncodings(ProjectTree tree, WiringBuilder draft) {
        this.tree = tree;
        this.draft = draft;
    }

    /** Takes a setting; one for files that are all ASCII, or for no sources, decides nothing. */
    void set(String path, Wiring.Setting charset) {
        List<TreeFile> files = tree.has(path)
                ? tree.file(path).stream().toList()
                : tree.under(path).toList();
        if (files.stream().anyMatch(this::tells)) byPath.put(path, charset);
    }

    private boolean tells(TreeFile file) {
        if (JvmLanguage.of(file.path()).isEmpty() || file.link()) return false;
        try {
            byte[] bytes = tree.bytes(file.path());
            return !Text.isAscii(bytes, bytes.length);
        } catch (IOException e) {
            return false;
        }
    }

    /**
     * The encoding of the project: what is set for it, else what is set for the first of its folders. Folders with another
     * one are left for the user.
     */
    Optional<Wiring.Setting> settle(Optional<Wiring.Setting> ofProject) {
        Optional<Wiring.Setting> settled =
                ofProject.or(() -> byPath.values().stream().findFirst());
        byPath.forEach((path, charset) -> {
            if (settled.isEmpty()
                    || charset.value().equalsIgnoreCase(settled.get().value())) return;
            draft.leave(
                    path,
                    "is in " + charset.value() + ", and a module is compiled in one encoding, "
                            + settled.get().value() + "; convert its files to that encoding",
                    charset.evidence());
        });
        return settled;
    }
}

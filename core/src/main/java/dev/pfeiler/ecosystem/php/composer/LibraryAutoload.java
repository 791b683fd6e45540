package dev.pfeiler.ecosystem.php.composer;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import dev.pfeiler.ecosystem.php.source.PhpSource;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import org.slf4j.LoggerFactory;

/** What the descriptor of a copied library loads. */
public final class LibraryAutoload {
    private final String folder;
    private final JsonNode autoload;

    private LibraryAutoload(String folder, JsonNode autoload) {
        this.folder = folder;
        this.autoload = autoload;
    }

    /** That of a library with a descriptor; one without loads nothing. */
    public static LibraryAutoload of(ProjectTree tree, CopiedLibrary library) {
        JsonNode autoload = new ObjectMapper().createObjectNode();
        if (!library.described()) return new LibraryAutoload(library.folder(), autoload);
        try {
            autoload = new ObjectMapper()
                    .readTree(tree.bytes(Paths.join(library.folder(), ComposerFile.NAME)))
                    .path("autoload");
        } catch (IOException e) {
            LoggerFactory.getLogger(LibraryAutoload.class).debug("{}", library, e);
        }
        return new LibraryAutoload(library.folder(), autoload);
    }

    /** Whether all that a file declares is there without anybody loading it. */
    public boolean covers(PhpSource source) {
        String inside = Paths.relative(folder, source.path());
        if (listed("files").contains(inside)) return true;
        if (!source.declaresOnly()) return false;
        boolean mapped = listed("classmap").stream().anyMatch(place -> Paths.within(place, inside));
        return source.declarations().stream().allMatch(d -> d.kind().loadable() && (mapped || byName(d, inside)));
    }

    private List<String> listed(String key) {
        List<String> places = new ArrayList<>();
        autoload.path(key).forEach(node -> places.add(plain(node.asText())));
        return places;
    }

    private static String plain(String place) {
        return Paths.normal(place).orElse(place);
    }

    private boolean byName(PhpSource.Declaration declared, String inside) {
        List<String> goals = new ArrayList<>();
        autoload.path("psr-4").fields().forEachRemaining(entry -> {
            boolean below = (declared.name() + "\\").startsWith(entry.getKey());
            if (!below) return;
            String rest = declared.name().substring(entry.getKey().length()).replace('\\', '/') + ".php";
            List<JsonNode> places = new ArrayList<>();
            if (entry.getValue().isArray()) entry.getValue().forEach(places::add);
            else places.add(entry.getValue());
            places.forEach(place -> goals.add(Paths.join(plain(place.asText()), rest)));
        });
        return goals.contains(inside);
    }
}

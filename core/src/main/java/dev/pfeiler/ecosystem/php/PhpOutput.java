package dev.pfeiler.ecosystem.php;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import dev.pfeiler.ecosystem.php.composer.ComposerFile;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;

/** What Composer writes: the lock file, the autoloader, and the packages that its own record lists. */
final class PhpOutput {
    private PhpOutput() {}

    /** Patterns by paths within the part. */
    static List<String> of(ProjectTree part) {
        String vendor =
                json(part, ComposerFile.NAME).path("config").path("vendor-dir").asText(ComposerFile.VENDOR);
        if (!Paths.isPlain(vendor) || vendor.indexOf('*') >= 0) return List.of();
        List<String> patterns = new ArrayList<>(
                List.of("composer.lock", vendor + "/autoload.php", vendor + "/composer/*", vendor + "/bin/*"));
        for (JsonNode one : json(part, vendor + "/composer/installed.json").path("packages")) {
            String path = Paths.join(vendor, one.path("name").asText());
            if (Paths.isPlain(path) && path.indexOf('*') < 0) patterns.add(path + "/**");
        }
        return patterns;
    }

    /** Repositories in folders. */
    static List<String> references(ProjectTree part) {
        List<String> references = new ArrayList<>();
        for (JsonNode repository : json(part, ComposerFile.NAME).path("repositories")) {
            String url = repository.path("url").asText();
            int wildcard = url.indexOf('*');
            String folder = wildcard < 0 ? url : Paths.parent(url.substring(0, wildcard));
            if (folder.startsWith("../")) references.add(folder);
        }
        return references;
    }

    private static JsonNode json(ProjectTree part, String path) {
        try {
            return new ObjectMapper().readTree(part.bytes(path));
        } catch (IOException e) {
            return new ObjectMapper().createObjectNode();
        }
    }
}

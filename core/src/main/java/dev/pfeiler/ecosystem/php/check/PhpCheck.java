package dev.pfeiler.ecosystem.php.check;

import dev.pfeiler.check.CheckRequest;
import dev.pfeiler.check.PartCheck;
import dev.pfeiler.ecosystem.JsonDescriptor;
import dev.pfeiler.ecosystem.php.composer.ComposerFile;
import dev.pfeiler.ecosystem.php.source.PhpSource;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** All that is wrong in a project that Composer manages. */
public final class PhpCheck {
    private PhpCheck() {}

    public static PartCheck of(CheckRequest request) {
        ProjectTree tree = request.part();
        Optional<JsonDescriptor> descriptor = JsonDescriptor.read(tree, ComposerFile.NAME);
        if (descriptor.isEmpty()) return PartCheck.NOTHING;
        String vendor = Paths.normal(descriptor.get().at("config", "vendor-dir").asText(ComposerFile.VENDOR))
                .orElse(ComposerFile.VENDOR);
        CheckedProject check = new CheckedProject(tree, descriptor.get(), vendor);
        new LoadingCheck(check).run();
        new StartCheck(check, vendor).run();
        new RequirementCheck(check).run();
        List<String> sources = check.project().own().stream()
                .map(PhpSource::path)
                .filter(path -> check.rules().stream().anyMatch(rule -> Paths.within(rule.path(), path)))
                .toList();
        return new PartCheck(check.found(), sources, Set.of(vendor));
    }
}

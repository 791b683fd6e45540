package dev.pfeiler.ecosystem.node.decision;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import dev.pfeiler.ecosystem.node.model.Identity;
import dev.pfeiler.ecosystem.node.project.NodeProject;
import dev.pfeiler.ecosystem.node.registry.PackageName;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.proposal.Choosable;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.Deliberation;
import dev.pfeiler.proposal.ProjectTexts;
import dev.pfeiler.tree.Text;
import dev.pfeiler.tree.Transliteration;
import dev.pfeiler.tree.TreeFile;
import java.io.IOException;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.semver4j.Semver;
import org.slf4j.LoggerFactory;

/** Decides what the package is called, and what it says of itself. */
final class IdentityDecisions {
    private final NodeProject project;
    private final Deliberation deliberation;

    IdentityDecisions(NodeProject project, Deliberation deliberation) {
        this.project = project;
        this.deliberation = deliberation;
    }

    Identity decide() {
        Optional<Map.Entry<TreeFile, JsonNode>> about = about();
        List<Evidence> place = about.map(entry -> List.of(Evidence.of(
                        entry.getKey().path(), entry.getValue().path("name").asText())))
                .orElse(List.of());
        String own = about.map(entry -> entry.getValue().path("name").asText())
                .filter(PackageName::isValid)
                .orElseGet(this::fromFolder);
        String scope = deliberation.choices().of("group").isPresent()
                ? deliberation.settle(
                        Decision.of("group", "Scope", "", Certainty.LIKELY, "", List.of()),
                        text -> Optional.of(Text.withoutStart(text.strip(), "@"))
                                .filter(PackageName::isValid))
                : "";
        String name = deliberation.settle(
                Decision.of(
                        "name",
                        "Name",
                        own,
                        about.isPresent()
                                ? Certainty.CERTAIN
                                : Transliteration.loses(project.tree().name()) ? Certainty.GUESS : Certainty.LIKELY,
                        about.isPresent() ? "stated with the version" : "name of the folder",
                        place),
                text -> Optional.of(text.strip()).filter(PackageName::isValid));
        String version = deliberation.settle(
                Decision.of(
                        "version",
                        "Version",
                        about.map(entry -> entry.getValue().path("version").asText())
                                .orElse("1.0.0"),
                        about.isPresent() ? Certainty.CERTAIN : Certainty.GUESS,
                        about.isPresent() ? "stated with the name" : "not specified in the project",
                        about.map(entry -> List.of(Evidence.of(
                                        entry.getKey().path(),
                                        entry.getValue().path("version").asText())))
                                .orElse(List.of())),
                text -> Optional.of(text.strip()).filter(Semver::isValid));
        return new Identity(
                scope.isEmpty() || name.startsWith("@") ? name : "@" + scope + "/" + name,
                version,
                ProjectTexts.description(project.tree(), deliberation),
                license());
    }

    /** The folder's name; no package may be called as one that it uses. */
    private String fromFolder() {
        String name = PackageName.from(project.tree().name());
        return project.installed().of(name).isPresent() ? name + "-project" : name;
    }

    /** A file at the top that states a name and a version, as programs read it to show them. */
    private Optional<Map.Entry<TreeFile, JsonNode>> about() {
        for (TreeFile file : project.tree().files()) {
            if (!file.extension().equals("json") || file.path().contains("/") || file.size() > 64 << 10) continue;
            try {
                JsonNode json = new ObjectMapper()
                        .readTree(project.tree().text(file.path()).content());
                boolean states = json.path("name").isTextual()
                        && json.path("version").isTextual()
                        && Semver.isValid(json.path("version").asText());
                if (states) return Optional.of(Map.entry(file, json));
            } catch (IOException e) {
                LoggerFactory.getLogger(IdentityDecisions.class).debug("{}", file.path(), e);
            }
        }
        return Optional.empty();
    }

    private String license() {
        return ProjectTexts.license(project.tree())
                .map(found -> deliberation.settle(
                        Decision.of(
                                "license",
                                "License",
                                found.getKey(),
                                Certainty.LIKELY,
                                "text of the license",
                                List.of(found.getValue())),
                        text -> Optional.of(text.strip())))
                .filter(text -> !text.equals(Choosable.WITHOUT))
                .orElse("");
    }
}

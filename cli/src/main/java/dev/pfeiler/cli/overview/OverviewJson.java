package dev.pfeiler.cli.overview;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.Collection;

/** The document of an overview. */
public final class OverviewJson {
    private OverviewJson() {}

    public static ObjectNode of(Overview overview) {
        ObjectNode document = JsonNodeFactory.instance.objectNode();
        ArrayNode projects = document.putArray("projects");
        overview.projects().forEach(project -> projects.add(project(project)));
        ArrayNode versions = document.putArray("libraryVersions");
        overview.versions().forEach(library -> {
            ArrayNode of =
                    versions.addObject().put("library", library.library()).putArray("versions");
            library.projects().forEach((version, using) -> names(of.addObject().put("version", version), using));
        });
        ArrayNode uses = document.putArray("uses");
        overview.uses().forEach(use -> uses.addObject()
                .put("project", use.project())
                .put("library", use.library())
                .put("builtBy", use.other()));
        ArrayNode order = document.putArray("order");
        overview.order().forEach(group -> group.forEach(order.addArray()::add));
        ArrayNode questions = document.putArray("sharedQuestions");
        overview.questions().forEach(question -> {
            ObjectNode node = questions.addObject().put("key", question.key()).put("text", question.text());
            question.fallbacks().forEach(node.putArray("defaults")::add);
            names(node, question.projects());
        });
        return document;
    }

    private static ObjectNode project(ProjectFacts project) {
        ObjectNode node = JsonNodeFactory.instance.objectNode().put("name", project.name());
        project.parts().forEach(node.putArray("parts")::add);
        project.files().ifPresent(count -> node.put("files", count));
        project.decisions().ifPresent(decisions -> node.putObject("decisions")
                .put("certain", decisions.certain())
                .put("likely", decisions.likely())
                .put("guess", decisions.guess()));
        node.put("questions", project.questions().size()).put("leftForYou", project.leftForYou());
        ArrayNode unpublished = node.putArray("unpublished");
        project.unpublished().forEach(library -> unpublished.add(library.shown()));
        if (!project.verdict().isEmpty()) node.put("verdict", project.verdict());
        if (!project.check().isEmpty()) node.put("check", project.check());
        if (!project.remark().isEmpty()) node.put("remark", project.remark());
        return node;
    }

    private static void names(ObjectNode node, Collection<String> projects) {
        projects.forEach(node.putArray("projects")::add);
    }
}

package dev.pfeiler.cli.overview;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import dev.pfeiler.cli.overview.ProjectFacts.Decisions;
import dev.pfeiler.cli.overview.ProjectFacts.Library;
import dev.pfeiler.cli.overview.ProjectFacts.OpenQuestion;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.Text;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/** The documents of projects, as {@code survey}, {@code propose}, {@code prove} and {@code check} print them with {@code --json}. */
public final class ProjectDocuments {
    private static final long LARGEST = 256 << 20;

    private final Map<String, Map<Kind, JsonNode>> projects = new LinkedHashMap<>();
    private final Map<String, String> remarks = new LinkedHashMap<>();

    private enum Kind {
        SURVEY,
        PROPOSAL,
        VERDICT,
        CHECK
    }

    /**
     * Adds the document in a file.
     *
     * @throws Refusal if it is none of these documents, or another of its kind was added for its project
     */
    public void add(Path file) {
        JsonNode document;
        try {
            if (Files.size(file) > LARGEST)
                throw Refusal.notPossible(file + " is larger than " + (LARGEST >> 20) + " MB.", "Leave it out.");
            document = new ObjectMapper().readTree(Files.readAllBytes(file));
        } catch (IOException e) {
            throw Refusal.inputOutput(
                    "Cannot read " + file + ": " + e.getMessage(), "Pass a document that --json printed.", e);
        }
        Kind kind = kind(document)
                .orElseThrow(() -> Refusal.usage(
                        file + " is not a document of survey, propose, prove or check.",
                        "Pass what one of them prints with --json."));
        add(kind, document, file.toString());
    }

    /** Adds a document as text. */
    public void add(String document) {
        try {
            JsonNode read = new ObjectMapper().readTree(document);
            add(kind(read).orElseThrow(), read, "");
        } catch (IOException e) {
            throw new IllegalArgumentException(e);
        }
    }

    /** Says why a project has no proposal. */
    public void remark(String project, String remark) {
        projects.computeIfAbsent(project, p -> new LinkedHashMap<>());
        remarks.put(project, remark);
    }

    private void add(Kind kind, JsonNode document, String source) {
        String project = document.get("project").asText();
        JsonNode other =
                projects.computeIfAbsent(project, p -> new LinkedHashMap<>()).put(kind, document);
        if (other != null)
            throw Refusal.usage(
                    "Two documents of one kind are about a project called " + project
                            + (source.isEmpty() ? "." : ": the second is " + source + "."),
                    "Leave one out, or rename the folder of one project and run the command again.");
    }

    private static Optional<Kind> kind(JsonNode document) {
        if (!document.path("project").isTextual()) return Optional.empty();
        if (document.path("steps").isArray() && document.path("questions").isArray()) return Optional.of(Kind.PROPOSAL);
        if (document.path("outcome").isTextual() && document.path("parts").isArray()) return Optional.of(Kind.VERDICT);
        if (document.path("cured").isArray()) return Optional.of(Kind.CHECK);
        if (document.path("findings").isArray() && document.path("files").isInt()) return Optional.of(Kind.SURVEY);
        return Optional.empty();
    }

    /** The projects, in the order in which they were added. */
    List<ProjectFacts> projects() {
        return projects.entrySet().stream()
                .map(project -> facts(project.getKey(), project.getValue()))
                .toList();
    }

    private ProjectFacts facts(String name, Map<Kind, JsonNode> documents) {
        Optional<JsonNode> survey = Optional.ofNullable(documents.get(Kind.SURVEY));
        Optional<JsonNode> proposal = Optional.ofNullable(documents.get(Kind.PROPOSAL));
        return new ProjectFacts(
                name,
                proposal.map(ProjectDocuments::targets).orElseGet(() -> survey.map(ProjectDocuments::ecosystems)
                        .orElse(List.of())),
                survey.map(document -> document.path("files").asInt()),
                proposal.map(ProjectDocuments::decisions),
                proposal.stream().flatMap(ProjectDocuments::questions).toList(),
                proposal.map(document -> document.path("leftForYou").size()).orElse(0),
                proposal.stream().flatMap(ProjectDocuments::libraries).toList(),
                proposal.map(ProjectDocuments::names).orElse(List.of()),
                Optional.ofNullable(documents.get(Kind.VERDICT))
                        .map(document -> document.path("outcome").asText())
                        .orElse(""),
                Optional.ofNullable(documents.get(Kind.CHECK))
                        .map(ProjectDocuments::check)
                        .orElse(""),
                remarks.getOrDefault(name, ""));
    }

    private static List<String> targets(JsonNode proposal) {
        return elements(proposal, "parts")
                .map(part -> named(text(part, "ecosystem"), text(part, "target")))
                .distinct()
                .toList();
    }

    private static List<String> ecosystems(JsonNode survey) {
        return elements(survey, "parts")
                .map(part -> named(text(part, "ecosystem"), text(part, "managedBy")))
                .distinct()
                .toList();
    }

    private static String named(String ecosystem, String tool) {
        return tool.isEmpty() || tool.equals(ecosystem) ? ecosystem : ecosystem + " (" + tool + ")";
    }

    private static Decisions decisions(JsonNode proposal) {
        List<String> words = elements(proposal, "decisions")
                .map(one -> text(one, "certainty"))
                .toList();
        return new Decisions(count(words, "certain"), count(words, "likely"), count(words, "guess"));
    }

    private static int count(List<String> words, String word) {
        return (int) words.stream().filter(word::equals).count();
    }

    private static Stream<OpenQuestion> questions(JsonNode proposal) {
        return elements(proposal, "questions")
                .map(one -> new OpenQuestion(withoutPart(text(one, "key")), text(one, "text"), text(one, "default")));
    }

    /** A key without the folder of the part that it is about. */
    private static String withoutPart(String key) {
        int colon = key.indexOf(':');
        int slash = colon < 0 ? key.lastIndexOf('/') : key.lastIndexOf('/', colon);
        return key.substring(slash + 1);
    }

    private static Stream<Library> libraries(JsonNode proposal) {
        return elements(proposal, "libraries")
                .map(one -> new Library(
                        text(one, "name"),
                        text(one, "version"),
                        Paths.name(text(one, "file")),
                        one.path("published").asBoolean(true)));
    }

    private static List<String> names(JsonNode proposal) {
        Map<String, String> values = new LinkedHashMap<>();
        elements(proposal, "decisions")
                .forEach(one -> values.putIfAbsent(withoutPart(text(one, "key")), text(one, "value")));
        List<String> names = new ArrayList<>();
        if (values.containsKey("group") && values.containsKey("name"))
            names.add(values.get("group") + ":" + values.get("name"));
        values.forEach((key, value) -> {
            if (key.equals("archive") || key.startsWith("archive:") || key.equals("name")) names.add(value);
        });
        return names;
    }

    private static String check(JsonNode check) {
        List<String> words =
                elements(check, "findings").map(one -> text(one, "severity")).toList();
        return words.isEmpty()
                ? "no findings"
                : Text.count(count(words, "error"), "error") + ", " + Text.count(count(words, "warning"), "warning");
    }

    private static Stream<JsonNode> elements(JsonNode document, String name) {
        List<JsonNode> elements = new ArrayList<>();
        document.path(name).forEach(elements::add);
        return elements.stream();
    }

    private static String text(JsonNode node, String name) {
        return node.path(name).asText("");
    }
}

package dev.pfeiler.cli;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.SerializationFeature;
import com.fasterxml.jackson.databind.json.JsonMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import dev.pfeiler.check.Discrepancy;
import dev.pfeiler.check.Kind;
import dev.pfeiler.checking.CheckResult;
import dev.pfeiler.evidence.Evidence;
import java.net.URI;
import java.net.URISyntaxException;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Stream;

/** The results of a check as documents: Pfeiler's own, and the Static Analysis Results Interchange Format 2.1.0 of OASIS. */
public final class CheckDocuments {
    private static final JsonMapper JSON =
            JsonMapper.builder().enable(SerializationFeature.INDENT_OUTPUT).build();
    private static final String SCHEMA =
            "https://docs.oasis-open.org/sarif/sarif/v2.1.0/errata01/os/schemas/sarif-schema-2.1.0.json";
    private static final String ROOT = "ROOT";

    private CheckDocuments() {}

    /**
     * Pfeiler's own document.
     *
     * @param project its name
     * @param cured what was cured before the check
     */
    public static String json(String project, CheckResult result, List<Discrepancy> cured) {
        ObjectNode document = JSON.createObjectNode();
        document.put("project", project);
        document.put("parts", result.parts());
        findings(document.putArray("findings"), result.discrepancies());
        findings(document.putArray("cured"), cured);
        document.put("accepted", result.accepted().size());
        ArrayNode unread = document.putArray("unread");
        for (Evidence place : result.unread())
            unread.addObject()
                    .put("file", place.file())
                    .put("line", place.line())
                    .put("text", place.excerpt());
        return text(document);
    }

    private static void findings(ArrayNode array, List<Discrepancy> all) {
        for (Discrepancy one : all)
            array.addObject()
                    .put("kind", one.kind().id())
                    .put("severity", one.severity().word())
                    .put("part", one.part().isEmpty() ? "." : one.part())
                    .put("file", one.evidence().file())
                    .put("line", one.evidence().line())
                    .put("subject", one.subject())
                    .put("message", one.message())
                    .put("cure", one.cure().text())
                    .put("certain", one.cure().isCertain());
    }

    public static String sarif(CheckResult result) {
        ObjectNode document = JSON.createObjectNode();
        document.put("$schema", SCHEMA).put("version", "2.1.0");
        ObjectNode run = document.putArray("runs").addObject();
        Map<String, Kind> kinds = new TreeMap<>();
        Stream.concat(result.discrepancies().stream(), result.accepted().stream())
                .forEach(one -> kinds.putIfAbsent(one.kind().id(), one.kind()));
        ObjectNode driver = run.putObject("tool").putObject("driver").put("name", "Pfeiler");
        driver.put("version", Version.number());
        ArrayNode rules = driver.putArray("rules");
        kinds.forEach((id, kind) -> {
            ObjectNode rule = rules.addObject().put("id", id);
            rule.putObject("shortDescription").put("text", kind.title() + ".");
            rule.putObject("defaultConfiguration").put("level", kind.severity().word());
        });
        // paths are given from the folder that was checked
        run.putObject("originalUriBaseIds")
                .putObject(ROOT)
                .putObject("description")
                .put("text", "The checked folder.");
        if (!result.unread().isEmpty()) {
            ObjectNode invocation = run.putArray("invocations").addObject().put("executionSuccessful", true);
            ArrayNode notifications = invocation.putArray("toolExecutionNotifications");
            for (Evidence place : result.unread()) {
                ObjectNode notification = notifications.addObject().put("level", "note");
                notification
                        .putObject("message")
                        .put("text", "Not read, so what this line declares is not checked: " + place.excerpt());
                location(notification, place);
            }
        }
        ArrayNode results = run.putArray("results");
        List<String> ids = List.copyOf(kinds.keySet());
        result.discrepancies().forEach(one -> result(results.addObject(), one, ids));
        result.accepted().forEach(one -> result(results.addObject(), one, ids)
                .putArray("suppressions")
                .addObject()
                .put("kind", "external"));
        return text(document);
    }

    private static ObjectNode result(ObjectNode node, Discrepancy one, List<String> ids) {
        node.put("ruleId", one.kind().id())
                .put("ruleIndex", ids.indexOf(one.kind().id()));
        node.put("level", one.severity().word());
        node.putObject("message").put("text", one.message() + " " + one.cure().text());
        location(node, one.evidence());
        node.putObject("partialFingerprints")
                .put(
                        "kindSubjectFile/v1",
                        one.kind().id() + " " + one.subject() + " "
                                + one.evidence().file());
        return node;
    }

    private static void location(ObjectNode node, Evidence evidence) {
        ObjectNode place = node.putArray("locations").addObject().putObject("physicalLocation");
        place.putObject("artifactLocation").put("uri", uri(evidence.file())).put("uriBaseId", ROOT);
        if (evidence.line() > 0) place.putObject("region").put("startLine", evidence.line());
    }

    private static String uri(String path) {
        try {
            // without a scheme, a colon in the first name would be taken for the end of one
            String plain = new URI(null, null, "/" + path, null).getRawPath();
            return plain.substring(1).replace(":", "%3A");
        } catch (URISyntaxException e) {
            throw new IllegalArgumentException(path, e);
        }
    }

    private static String text(ObjectNode document) {
        try {
            return JSON.writeValueAsString(document);
        } catch (JsonProcessingException e) {
            throw new IllegalStateException(e);
        }
    }
}

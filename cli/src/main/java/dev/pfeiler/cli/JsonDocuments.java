package dev.pfeiler.cli;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.SerializationFeature;
import com.fasterxml.jackson.databind.json.JsonMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import dev.pfeiler.conversion.Step;
import dev.pfeiler.ecosystem.Addition;
import dev.pfeiler.ecosystem.Found;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.fresh.FreshProject;
import dev.pfeiler.fresh.Kind;
import dev.pfeiler.fresh.Need;
import dev.pfeiler.fresh.NeedChange;
import dev.pfeiler.proof.Comparison;
import dev.pfeiler.proof.PartVerdict;
import dev.pfeiler.proof.Verdict;
import dev.pfeiler.proposal.Agreement;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.Explanation;
import dev.pfeiler.proposal.LibraryUse;
import dev.pfeiler.proposal.Proposal;
import dev.pfeiler.survey.Survey;
import java.util.List;
import java.util.Locale;

/** The JSON view of core's values; the shapes are described by the schemas in docs/schema/. */
public final class JsonDocuments {
    private static final JsonMapper JSON =
            JsonMapper.builder().enable(SerializationFeature.INDENT_OUTPUT).build();

    private JsonDocuments() {}

    public static String survey(Survey survey) {
        ObjectNode document = JSON.createObjectNode();
        document.put("project", survey.tree().name());
        document.put("files", survey.tree().files().size());
        findings(document.putArray("findings"), survey.findings());
        ArrayNode parts = document.putArray("parts");
        survey.parts().forEach(part -> {
            ObjectNode node = parts.addObject()
                    .put("id", part.id())
                    .put("folder", part.folder())
                    .put("ecosystem", part.ecosystem().id());
            part.managed().ifPresent(tool -> node.put("managedBy", tool.tool()));
        });
        survey.tree().leftOut().forEach(document.putArray("ignored")::add);
        return text(document);
    }

    /** @param project its name */
    public static String proposal(String project, Proposal proposal) {
        ObjectNode document = JSON.createObjectNode();
        document.put("project", project);
        parts(document, proposal);
        decisions(document.putArray("decisions"), proposal.decisions());
        ArrayNode questions = document.putArray("questions");
        proposal.questions().forEach(question -> {
            ObjectNode node = questions.addObject().put("key", question.key()).put("text", question.text());
            question.fallback().ifPresent(value -> node.put("default", value));
            question.offers().forEach(node.putArray("offers")::add);
        });
        steps(document.putArray("steps"), proposal.steps());
        findings(document.putArray("leftForYou"), proposal.leftForYou());
        proposal.checks().forEach(document.putArray("checks")::add);
        ArrayNode libraries = document.putArray("libraries");
        for (LibraryUse use : proposal.libraries()) {
            ObjectNode node = libraries
                    .addObject()
                    .put("user", use.user())
                    .put("state", word(use.state()))
                    .put("name", use.name())
                    .put("version", use.version())
                    .put("scope", use.scope())
                    .put("published", use.published())
                    .put("reason", use.reason());
            use.file().ifPresent(file -> node.put("file", file));
            use.via().forEach(node.putArray("via")::add);
        }
        ArrayNode agreements = document.putArray("agreements");
        for (Agreement agreement : proposal.agreements()) {
            ObjectNode row =
                    agreements.addObject().put("subject", agreement.subject()).put("standing", agreement.standing());
            ArrayNode statements = row.putArray("statements");
            for (Agreement.Statement statement : agreement.statements()) {
                ObjectNode node = statements
                        .addObject()
                        .put("value", statement.value())
                        .put("agrees", statement.agrees())
                        .put("stays", statement.stays());
                evidence(node.putArray("evidence"), List.of(statement.evidence()));
            }
        }
        return text(document);
    }

    /** What a conversion did, and what can be done next. */
    public static String conversion(Proposal proposal, List<Step> steps) {
        ObjectNode document = JSON.createObjectNode();
        parts(document, proposal);
        decisions(document.putArray("decisions"), proposal.decisions());
        steps(document.putArray("steps"), steps);
        findings(document.putArray("leftForYou"), proposal.leftForYou());
        ArrayNode commands = document.putArray("commands");
        proposal.commands().forEach(command -> commands.addObject()
                .put("purpose", command.purpose())
                .put("line", command.line())
                .put("folder", command.folder()));
        return text(document);
    }

    private static void parts(ObjectNode document, Proposal proposal) {
        ArrayNode parts = document.putArray("parts");
        proposal.parts().forEach(part -> parts.addObject()
                .put("id", part.id())
                .put("folder", part.folder())
                .put("ecosystem", part.ecosystem())
                .put("target", part.target()));
    }

    public static String found(String name, List<Found> found) {
        ObjectNode document = JSON.createObjectNode();
        document.put("name", name);
        ArrayNode libraries = document.putArray("libraries");
        for (Found library : found) {
            ObjectNode node =
                    libraries.addObject().put("artifact", library.artifact()).put("scope", library.scope());
            library.versions().forEach(node.putArray("versions")::add);
            library.places().forEach(node.putArray("places")::add);
            library.matches().forEach(node.putArray("matches")::add);
        }
        return text(document);
    }

    /** A fresh project, with its files. */
    public static String fresh(FreshProject project, boolean written) {
        ObjectNode document = JSON.createObjectNode();
        document.put("written", written);
        document.put("descriptor", project.descriptor());
        decisions(document.putArray("decisions"), project.decisions());
        ObjectNode files = document.putObject("files");
        project.files().forEach(files::put);
        ArrayNode commands = document.putArray("commands");
        project.commands()
                .forEach(command ->
                        commands.addObject().put("purpose", command.purpose()).put("line", command.line()));
        project.newer().forEach(document.putArray("newer")::add);
        project.lacking().forEach(document.putArray("lacking")::add);
        project.beforeStart().forEach(document.putArray("beforeStart")::add);
        project.listing()
                .ifPresent(listing -> document.put(
                        "listedIn",
                        listing.root().resolve(listing.edit().path()).toString()));
        return text(document);
    }

    /** What a managed project gets for a need. */
    public static String needChange(NeedChange change, boolean written) {
        ObjectNode document = JSON.createObjectNode();
        document.put("written", written)
                .put("need", change.serving().need())
                .put("servedBy", change.serving().id());
        change.declared().forEach(document.putArray("declared")::add);
        steps(document.putArray("steps"), change.steps());
        return text(document);
    }

    /** What programs can need. */
    public static String needs(List<Need> needs) {
        ObjectNode document = JSON.createObjectNode();
        ArrayNode list = document.putArray("needs");
        for (Need need : needs) {
            ObjectNode node = list.addObject().put("id", need.id()).put("purpose", need.purpose());
            ArrayNode serving = node.putArray("servedBy");
            for (Need.Serving one : need.serving()) {
                ObjectNode choice = serving.addObject().put("id", one.id()).put("title", one.title());
                one.fit().languages().stream().sorted().forEach(choice.putArray("languages")::add);
                one.fit().kinds().stream().sorted().map(Kind::id).forEach(choice.putArray("kinds")::add);
                if (!one.fit().beside().isEmpty()) one.fit().beside().forEach(choice.putObject("goesWith")::put);
            }
        }
        return text(document);
    }

    public static String addition(Addition addition) {
        ObjectNode document = JSON.createObjectNode();
        document.put("declared", addition.choice().declared())
                .put("reason", addition.choice().reason());
        document.put("path", addition.edit().path());
        addition.choice().brings().forEach(document.putArray("brings")::add);
        addition.choice().changes().forEach(document.putArray("changes")::add);
        addition.choice().notes().forEach(document.putArray("notes")::add);
        return text(document);
    }

    /** @param project its name */
    public static String verdict(String project, Verdict verdict) {
        ObjectNode document = JSON.createObjectNode();
        document.put("project", project);
        document.put("proven", verdict.proven())
                .put("outcome", word(verdict.outcome()))
                .put("compared", verdict.compared());
        ArrayNode parts = document.putArray("parts");
        for (Verdict.Part part : verdict.parts()) part(parts.addObject().put("id", part.id()), part.verdict());
        verdict.notes().forEach(document.putArray("notes")::add);
        ArrayNode times = document.putArray("times");
        verdict.times()
                .forEach(time -> times.addObject().put("stage", time.stage()).put("milliseconds", time.milliseconds()));
        return text(document);
    }

    private static void part(ObjectNode document, PartVerdict verdict) {
        document.put("proven", verdict.proven())
                .put("outcome", word(verdict.outcome()))
                .put("oldBuild", word(verdict.oldBuild()));
        verdict.failure().ifPresent(failure -> document.putObject("failure")
                .put("cause", failure.cause())
                .put("next", failure.next()));
        ArrayNode rows = document.putArray("comparisons");
        for (Comparison row : verdict.rows()) {
            ObjectNode node = rows.addObject()
                    .put("subject", row.subject())
                    .put("before", row.before())
                    .put("after", row.after())
                    .put("state", word(row.state()));
            ArrayNode differences = node.putArray("differences");
            row.differences().forEach(difference -> differences
                    .addObject()
                    .put("subject", difference.subject())
                    .put("kind", word(difference.kind()))
                    .put("detail", difference.detail())
                    .put("cause", difference.cause()));
        }
        verdict.notes().forEach(document.putArray("notes")::add);
        verdict.products().stream().map(Object::toString).forEach(document.putArray("products")::add);
        ArrayNode attachments = document.putArray("attachments");
        verdict.attachments().forEach(one -> attachments
                .addObject()
                .put("file", one.file().toString())
                .put("caption", one.caption())
                .put("kind", word(one.kind())));
        document.put("log", verdict.log().toString());
    }

    public static String explanation(Explanation explanation) {
        ObjectNode document = JSON.createObjectNode();
        document.put("subject", explanation.subject());
        decisions(document.putArray("decisions"), explanation.decisions());
        steps(document.putArray("steps"), explanation.steps());
        return text(document);
    }

    private static void findings(ArrayNode array, List<Finding> findings) {
        for (Finding finding : findings) {
            ObjectNode node = array.addObject()
                    .put("topic", word(finding.topic()))
                    .put("subject", finding.subject())
                    .put("fact", finding.fact())
                    .put("certainty", finding.certainty().word())
                    .put("leftForYou", finding.leftForYou());
            evidence(node.putArray("evidence"), finding.evidence());
        }
    }

    private static void decisions(ArrayNode array, List<Decision> decisions) {
        for (Decision decision : decisions) {
            ObjectNode node = array.addObject()
                    .put("key", decision.key())
                    .put("title", decision.title())
                    .put("value", decision.value())
                    .put("certainty", decision.certainty().word())
                    .put("basis", word(decision.basis()))
                    .put("reason", decision.reason());
            decision.about().ifPresent(key -> node.put("about", key));
            evidence(node.putArray("evidence"), decision.evidence());
            ArrayNode others = node.putArray("alternatives");
            decision.alternatives()
                    .forEach(other ->
                            others.addObject().put("value", other.value()).put("why", other.why()));
        }
    }

    private static void evidence(ArrayNode array, List<Evidence> evidence) {
        for (Evidence e : evidence) {
            ObjectNode node = array.addObject().put("file", e.file());
            if (e.line() > 0) node.put("line", e.line());
            node.put("excerpt", e.excerpt());
        }
    }

    private static void steps(ArrayNode array, List<Step> steps) {
        for (Step step : steps) {
            ObjectNode node = array.addObject()
                    .put("step", word(step))
                    .put("path", step.path())
                    .put("reason", step.reason());
            if (step instanceof Step.Move move) node.put("to", move.to());
            if (step instanceof Step.Write write) node.put("content", write.content());
            if (step instanceof Step.Edit edit) {
                if (edit.leaves()) node.put("to", edit.to());
                ArrayNode changes = node.putArray("changes");
                edit.changes().forEach(change -> changes.addObject()
                        .put("line", change.line())
                        .put("before", change.before())
                        .put("after", change.after()));
            }
        }
    }

    private static String word(Step step) {
        return step.getClass().getSimpleName().toLowerCase(Locale.ROOT);
    }

    private static String word(Enum<?> value) {
        return value.name().toLowerCase(Locale.ROOT).replace('_', ' ');
    }

    /** A document as it is printed. */
    public static String text(ObjectNode document) {
        try {
            return JSON.writeValueAsString(document);
        } catch (JsonProcessingException e) {
            throw new IllegalStateException(e);
        }
    }
}

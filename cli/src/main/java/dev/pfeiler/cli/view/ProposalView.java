package dev.pfeiler.cli.view;

import dev.pfeiler.conversion.Step;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.proof.Comparison;
import dev.pfeiler.proposal.Agreement;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.Proposal;
import dev.pfeiler.proposal.Question;
import dev.pfeiler.tree.ProjectTree;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;

/** Shows a proposal: the tree before and after, the decisions, the questions, and what is left for the person. */
public final class ProposalView {
    private final Screen screen;
    private final boolean verbose;

    public ProposalView(Screen screen, boolean verbose) {
        this.screen = screen;
        this.verbose = verbose;
    }

    public void show(ProjectTree tree, Proposal proposal) {
        screen.title("Proposal for " + tree.name() + ", to be managed by " + proposal.target());
        screen.blank();
        new TreePairView(screen, verbose).show(tree, proposal);
        decisions(proposal.decisions());
        questions(proposal.questions());
        agreements(proposal.agreements());
        edits(proposal.steps());
        leftForYou(proposal.leftForYou());
        if (verbose) files(proposal.steps());
        screen.legend();
    }

    /** Decisions about the same jar share a row; those about folders are grouped. */
    private void decisions(List<Decision> decisions) {
        Map<String, List<Decision>> sections = new LinkedHashMap<>();
        for (Decision decision : decisions) {
            String section = decision.section().equals("scope") ? "jar" : decision.section();
            sections.computeIfAbsent(section, s -> new ArrayList<>()).add(decision);
        }
        sections.forEach((section, about) -> {
            screen.heading(
                    switch (section) {
                        case "" -> "Decisions";
                        case "folder" -> "Folders";
                        case "jar" -> "Dependencies";
                        case "generator" -> "Generated sources";
                        case "packaging" -> "Packaging of the modules";
                        case "archive" -> "Archives";
                        case "library" -> "Libraries that no jar here has";
                        case "starter" -> "Declared as one";
                        case "run" -> "What is started";
                        case "self-contained" -> "Archives with their libraries";
                        case "web.xml", "application.xml" -> "Written, as it is needed: " + section;
                        case "mend" -> "Mended in descriptors";
                        case "copy" -> "Copied libraries";
                        case "extension" -> "Extensions of the language";
                        case "loads" -> "What is loaded, and how";
                        default -> section;
                    });
            if (section.equals("jar")) dependencies(about);
            else plain(about);
        });
    }

    private void plain(List<Decision> decisions) {
        int column =
                screen.textColumn(decisions.stream().map(ProposalView::subject).toList());
        for (Decision decision : decisions) {
            String value =
                    decision.section().equals("folder") ? decision.value().replace('-', ' ') : decision.value();
            screen.row(screen.sign(decision.certainty()), subject(decision), value, column);
            screen.text(Screen.DETAIL, reason(decision), screen.palette()::quiet);
            if (verbose) screen.evidence(decision.evidence(), true);
            alternatives(decision);
        }
    }

    private static String subject(Decision decision) {
        String section = decision.section();
        boolean named = List.of("folder", "packaging", "archive", "run", "self-contained", "web.xml", "application.xml")
                .contains(section);
        return named ? decision.key().substring(section.length() + 1) : decision.title();
    }

    private static String reason(Decision decision) {
        String place = decision.evidence().isEmpty()
                ? ""
                : " (" + decision.evidence().get(0).place() + ")";
        return decision.reason() + place;
    }

    private void alternatives(Decision decision) {
        for (Decision.Alternative other : decision.alternatives()) {
            screen.text(Screen.DETAIL, "not " + other.value() + ": " + other.why(), screen.palette()::quiet);
        }
    }

    private void dependencies(List<Decision> decisions) {
        for (Decision jar : decisions) {
            if (!jar.section().equals("jar")) continue;
            String path = jar.key().substring("jar:".length());
            List<Decision> scopes = decisions.stream()
                    .filter(d -> d.section().equals("scope"))
                    .filter(d -> d.key().equals("scope:" + path) || d.key().endsWith(":" + path))
                    .toList();
            Certainty certainty = scopes.stream().map(Decision::certainty).reduce(jar.certainty(), Certainty::and);
            String declared = scopes.stream().map(Decision::value).distinct().collect(Collectors.joining(", "));
            String row = jar.value() + "  " + (declared.isEmpty() ? "(not declared)" : declared);
            screen.row(screen.sign(certainty), row, "", 4);
            screen.text(Screen.DETAIL, "from " + path + ": " + jar.reason(), screen.palette()::quiet);
            for (Decision scope : scopes) {
                String module =
                        scope.key().substring("scope:".length(), scope.key().length() - path.length());
                String in = module.isEmpty() ? "" : " in " + module.replace(":", "");
                screen.text(Screen.DETAIL, scope.value() + in + ": " + reason(scope), screen.palette()::quiet);
                if (verbose) screen.evidence(scope.evidence(), true);
            }
            alternatives(jar);
        }
    }

    private void questions(List<Question> questions) {
        if (questions.isEmpty()) return;
        screen.heading("Questions that nothing in the project settles");
        for (Question question : questions) {
            screen.row("?", question.text(), "", 4);
            String answer = question.fallback()
                    .map(value -> "taken unless you say otherwise: " + value)
                    .orElse("has no default: the conversion stops without an answer");
            screen.text(Screen.DETAIL, answer);
            screen.text(Screen.DETAIL, "--choose " + question.key() + "=VALUE", screen.palette()::quiet);
        }
    }

    /** Each thing with what stands, and below it what each place says. */
    private void agreements(List<Agreement> agreements) {
        if (agreements.isEmpty()) return;
        screen.heading("What several places state");
        int column =
                screen.textColumn(agreements.stream().map(Agreement::subject).toList());
        for (Agreement agreement : agreements) {
            Comparison.State state = agreement.statements().stream().allMatch(Agreement.Statement::agrees)
                    ? Comparison.State.SAME
                    : agreement.holds() ? Comparison.State.EXPLAINED : Comparison.State.DIFFERENT;
            screen.row(screen.sign(state), agreement.subject(), agreement.standing(), column);
            for (Agreement.Statement statement : agreement.statements()) {
                String end = statement.agrees() ? "" : statement.stays() ? ", and stays so" : ", and leaves the tree";
                String line = statement.value() + " in " + statement.evidence().place() + end;
                screen.text(Screen.DETAIL, line, screen.palette()::quiet);
            }
        }
    }

    private void edits(List<Step> steps) {
        List<Step.Edit> edits = steps.stream()
                .filter(Step.Edit.class::isInstance)
                .map(Step.Edit.class::cast)
                .toList();
        if (edits.isEmpty()) return;
        screen.heading("Changed within");
        for (Step.Edit edit : edits) {
            screen.row(" ", edit.path() + ": " + edit.reason(), "", 4);
            for (Step.Change change : edit.changes()) {
                if (!change.before().isEmpty())
                    screen.text(Screen.DETAIL, change.line() + " - " + change.before(), screen.palette()::quiet);
                if (!change.after().isEmpty())
                    screen.text(Screen.DETAIL, change.line() + " + " + change.after(), screen.palette()::quiet);
            }
        }
    }

    private void leftForYou(List<Finding> findings) {
        new LeftForYouView(screen).show(findings);
    }

    private void files(List<Step> steps) {
        for (Step step : steps) {
            if (step instanceof Step.Write write) {
                screen.heading("+ " + write.path());
                write.content().lines().forEach(line -> screen.raw("  " + line));
            }
        }
        screen.heading("Files that move or leave");
        for (Step step : steps) {
            if (!step.leaves()) continue;
            String goal = step.goal().map(to -> screen.arrow() + " " + to).orElse("leaves the tree");
            screen.text(2, step.path());
            screen.text(Screen.DETAIL, goal + "  (" + step.reason() + ")", screen.palette()::quiet);
        }
    }
}

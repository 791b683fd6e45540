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
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;

/** Shows a proposal: the tree before and after, the decisions, the questions, and what is left for the user. */
public final class ProposalView {
    /** A proposal with more steps than that begins with a summary. */
    private static final int LARGE = 60;
    /** So many decisions of a part are in the summary. */
    private static final int MAIN = 8;
    /** So many decisions that come out alike are said together. */
    private static final int SEVERAL = 3;

    private final Screen screen;
    private final boolean verbose;

    public ProposalView(Screen screen, boolean verbose) {
        this.screen = screen;
        this.verbose = verbose;
    }

    public void show(ProjectTree tree, Proposal proposal) {
        screen.title("Proposal for " + tree.name() + ": convert to " + proposal.targets());
        screen.blank();
        if (proposal.steps().size() > LARGE) summary(proposal);
        new TreePairView(screen, verbose).show(tree, proposal);
        for (Proposal.Part part : proposal.parts()) {
            String which = proposal.parts().size() == 1 ? "" : " (" + part.id() + ")";
            decisions(which, proposal.decisionsOf(part));
        }
        questions(proposal.questions());
        agreements(proposal.agreements());
        checks(proposal.checks());
        edits(proposal.steps());
        leftForYou(proposal.leftForYou());
        if (verbose) files(proposal.steps());
        screen.legend();
    }

    private void checks(List<String> checks) {
        if (checks.isEmpty()) return;
        screen.heading("Checked");
        checks.forEach(check -> screen.text(2, check));
    }

    /** What is most important, in about ten lines. */
    private void summary(Proposal proposal) {
        Map<String, Long> steps = proposal.steps().stream()
                .collect(Collectors.groupingBy(
                        step -> step instanceof Step.Move
                                ? "moved"
                                : step instanceof Step.Write
                                        ? "written"
                                        : step instanceof Step.Edit ? "edited" : "retired",
                        TreeMap::new,
                        Collectors.counting()));
        List<Decision> decisions = proposal.decisions();
        String counts = steps.entrySet().stream()
                .map(entry -> count(entry.getValue(), "file") + " " + entry.getKey())
                .collect(Collectors.joining(", "));
        String certainties = Arrays.stream(Certainty.values())
                .map(certainty -> decisions.stream()
                                .filter(d -> d.certainty() == certainty)
                                .count() + " " + certainty.word())
                .collect(Collectors.joining(", "));
        screen.text(2, "Files: " + counts);
        screen.text(2, "Decisions: " + certainties);
        screen.text(2, "Open questions: " + proposal.questions().size());
        screen.text(2, "Left for you: " + proposal.leftForYou().size());
        for (Proposal.Part part : proposal.parts()) {
            String main = proposal.decisionsOf(part).stream()
                    .filter(decision -> decision.group().isEmpty())
                    .limit(MAIN)
                    .map(decision -> decision.title() + " " + decision.value())
                    .collect(Collectors.joining(", "));
            screen.text(2, (proposal.parts().size() == 1 ? "" : part.id() + ": ") + main);
        }
        screen.blank();
    }

    private static String count(long count, String what) {
        return count + " " + what + (count == 1 ? "" : "s");
    }

    /** Decisions under the titles that they bring along; those that refine another are listed with it. */
    private void decisions(String which, List<Decision> decisions) {
        Map<String, List<Decision>> groups = new LinkedHashMap<>();
        Set<String> keys = decisions.stream().map(Decision::key).collect(Collectors.toSet());
        for (Decision decision : decisions) {
            boolean refines = decision.about().filter(keys::contains).isPresent();
            if (!refines)
                groups.computeIfAbsent(decision.group(), g -> new ArrayList<>()).add(decision);
        }
        groups.forEach((group, members) -> {
            screen.heading((group.isEmpty() ? "Decisions" : group) + which);
            boolean refined = members.stream()
                    .anyMatch(member -> !refinements(member, decisions).isEmpty());
            if (refined) refined(members, decisions);
            else plain(members);
        });
    }

    private void plain(List<Decision> decisions) {
        int column = screen.textColumn(decisions.stream().map(Decision::title).toList());
        for (Decision decision : decisions) {
            screen.row(screen.sign(decision.certainty()), decision.title(), decision.value(), column);
            screen.text(Screen.DETAIL, reason(decision), screen.palette()::quiet);
            if (verbose) screen.evidence(decision.evidence(), true);
            alternatives(decision);
        }
    }

    private static String reason(Decision decision) {
        String place = decision.evidence().isEmpty()
                ? ""
                : " (" + decision.evidence().get(0).place() + ")";
        return decision.reason() + place;
    }

    private void alternatives(Decision decision) {
        for (Decision.Alternative other : decision.alternatives()) {
            screen.text(
                    Screen.DETAIL,
                    "also possible: " + other.value() + " (" + other.why() + ")",
                    screen.palette()::quiet);
        }
    }

    private void refined(List<Decision> members, List<Decision> all) {
        Map<String, List<Decision>> alike = verbose ? Map.of() : alike(members, all);
        Set<Decision> together = alike.values().stream().flatMap(List::stream).collect(Collectors.toSet());
        for (Decision decision : members) {
            if (together.contains(decision)) continue;
            List<Decision> refinements = refinements(decision, all);
            Certainty certainty =
                    refinements.stream().map(Decision::certainty).reduce(decision.certainty(), Certainty::and);
            String values = refinements.stream().map(Decision::value).distinct().collect(Collectors.joining(", "));
            screen.row(screen.sign(certainty), decision.value() + "  " + values, "", 4);
            screen.text(Screen.DETAIL, decision.title() + ": " + decision.reason(), screen.palette()::quiet);
            for (Decision refinement : refinements) {
                String which =
                        refinements.size() == 1 ? refinement.value() : refinement.title() + " " + refinement.value();
                screen.text(Screen.DETAIL, which + ": " + reason(refinement), screen.palette()::quiet);
                if (verbose) screen.evidence(refinement.evidence(), true);
            }
            alternatives(decision);
        }
        alike.forEach((value, decisions) -> {
            String names = decisions.stream().map(Decision::value).collect(Collectors.joining(", "));
            screen.row(screen.sign(Certainty.CERTAIN), value + " (" + decisions.size() + ")", "", 4);
            screen.text(Screen.DETAIL, names + "; -v shows each", screen.palette()::quiet);
        });
    }

    private static List<Decision> refinements(Decision decision, List<Decision> all) {
        return all.stream()
                .filter(d -> d.about().equals(Optional.of(decision.key())))
                .toList();
    }

    /** Decisions of which several come out alike, with nothing to choose: those are said together. */
    private static Map<String, List<Decision>> alike(List<Decision> members, List<Decision> all) {
        Map<String, List<Decision>> alike = new LinkedHashMap<>();
        for (Decision decision : members) {
            List<Decision> refinements = refinements(decision, all);
            if (isPlain(decision, refinements))
                alike.computeIfAbsent(refinements.get(0).value(), value -> new ArrayList<>())
                        .add(decision);
        }
        alike.values().removeIf(same -> same.size() < SEVERAL);
        return alike;
    }

    /** Whether a decision is certain, and so is the one about it, which follows from others. */
    private static boolean isPlain(Decision decision, List<Decision> refinements) {
        return refinements.size() == 1
                && refinements.get(0).implied()
                && decision.certainty() == Certainty.CERTAIN
                && refinements.get(0).certainty() == Certainty.CERTAIN
                && decision.alternatives().isEmpty();
    }

    private void questions(List<Question> questions) {
        if (questions.isEmpty()) return;
        screen.heading("Open questions");
        for (Question question : questions) {
            screen.row("?", question.text(), "", 4);
            String answer = question.fallback()
                    .map(value -> "default: " + value)
                    .orElse("no default; must be answered before converting");
            screen.text(Screen.DETAIL, answer);
            screen.text(Screen.DETAIL, "--choose " + question.key() + "=VALUE", screen.palette()::quiet);
        }
    }

    /** Each setting with the effective value, and below it what each place states. */
    private void agreements(List<Agreement> agreements) {
        if (agreements.isEmpty()) return;
        screen.heading("Settings stated in several places");
        int column =
                screen.textColumn(agreements.stream().map(Agreement::subject).toList());
        for (Agreement agreement : agreements) {
            Comparison.State state = agreement.statements().stream().allMatch(Agreement.Statement::agrees)
                    ? Comparison.State.SAME
                    : agreement.holds() ? Comparison.State.EXPLAINED : Comparison.State.DIFFERENT;
            screen.row(screen.sign(state), agreement.subject(), agreement.standing(), column);
            for (Agreement.Statement statement : agreement.statements()) {
                String end = statement.agrees() ? "" : statement.stays() ? " (left unchanged)" : " (file is retired)";
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
        screen.heading("Edits");
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
        new LeftForYouView(screen, verbose).show(findings);
    }

    private void files(List<Step> steps) {
        for (Step step : steps) {
            if (step instanceof Step.Write write) {
                screen.heading("+ " + write.path());
                write.content().lines().forEach(line -> screen.raw("  " + line));
            }
        }
        screen.heading("Files that are moved or retired");
        for (Step step : steps) {
            if (!step.leaves()) continue;
            String goal = step.goal().map(to -> screen.arrow() + " " + to).orElse("retired");
            screen.text(2, step.path());
            screen.text(Screen.DETAIL, goal + "  (" + step.reason() + ")", screen.palette()::quiet);
        }
    }
}

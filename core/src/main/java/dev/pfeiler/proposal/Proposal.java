package dev.pfeiler.proposal;

import dev.pfeiler.conversion.Step;
import dev.pfeiler.evidence.Finding;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;

/**
 * The decisions about a tree, and the steps they lead to.
 *
 * @param format the version of this record as a file
 * @param parts the parts that are converted
 * @param leftForYou what no one but the user can decide or fix
 * @param agreements what several descriptors state, and the resulting values
 * @param checks how the plan was checked before it is shown, a sentence each
 * @param commands what to type in the converted project, in a useful order
 * @param libraries what becomes of the libraries, part by part
 */
public record Proposal(
        String format,
        List<Part> parts,
        List<Decision> decisions,
        List<Question> questions,
        List<Step> steps,
        List<Finding> leftForYou,
        List<Agreement> agreements,
        List<String> checks,
        List<Command> commands,
        List<LibraryUse> libraries) {
    public static final String FORMAT = "pfeiler-proposal/2";

    /**
     * A part of the tree.
     *
     * @param id which its keys start with, if there are several
     * @param folder within the tree; empty for the tree itself
     * @param ecosystem the id of its ecosystem
     * @param target the id of the build tool it is converted for
     * @param title the name of the build tool, for people
     */
    public record Part(String id, String folder, String ecosystem, String target, String title) {}

    /**
     * A command of a build tool and what it does.
     *
     * @param folder in which it is run, within the tree; empty for the tree itself
     */
    public record Command(String purpose, String line, String folder) {
        public Command {
            // records of earlier versions have none
            folder = folder == null ? "" : folder;
        }

        public Command(String purpose, String line) {
            this(purpose, line, "");
        }
    }

    public Proposal {
        // records of earlier versions lack some of these
        format = format == null ? "pfeiler-proposal/1" : format;
        parts = parts == null ? List.of() : List.copyOf(parts);
        decisions = List.copyOf(decisions);
        questions = List.copyOf(questions);
        steps = List.copyOf(steps);
        leftForYou = List.copyOf(leftForYou);
        agreements = agreements == null ? List.of() : List.copyOf(agreements);
        checks = checks == null ? List.of() : List.copyOf(checks);
        commands = List.copyOf(commands);
        libraries = libraries == null ? List.of() : List.copyOf(libraries);
    }

    public Optional<Decision> decision(String key) {
        return decisions.stream().filter(d -> d.key().equals(key)).findFirst();
    }

    /** The decisions of one of the parts. */
    public List<Decision> decisionsOf(Part part) {
        if (parts.size() == 1) return decisions;
        return decisions.stream()
                .filter(decision -> partOf(decision).filter(part::equals).isPresent())
                .toList();
    }

    /** The part that a decision is about. */
    Optional<Part> partOf(Decision decision) {
        String id = PartKeys.part(decision.key(), parts.stream().map(Part::id).toList())
                .orElse("");
        return parts.stream().filter(part -> part.id().equals(id)).findFirst();
    }

    /** The build tools that it converts for, for people; with the part of each if there are several. */
    public String targets() {
        return parts.stream()
                .map(part -> parts.size() == 1 ? part.title() : part.title() + " (" + part.id() + ")")
                .collect(Collectors.joining(", "));
    }

    /** The same with further steps and further things left for the user. */
    public Proposal with(List<Step> furtherSteps, List<Finding> furtherLeft) {
        List<Step> allSteps = new ArrayList<>(steps);
        allSteps.addAll(furtherSteps);
        List<Finding> allLeft = new ArrayList<>(leftForYou);
        allLeft.addAll(furtherLeft);
        return new Proposal(
                format, parts, decisions, questions, allSteps, allLeft, agreements, checks, commands, libraries);
    }

    /** Questions that stop the conversion until somebody answers. */
    public List<Question> open() {
        return questions.stream().filter(q -> q.fallback().isEmpty()).toList();
    }

    /** The values of all decisions, by key. */
    public Map<String, String> values() {
        Map<String, String> values = new LinkedHashMap<>();
        decisions.forEach(decision -> values.put(decision.key(), decision.value()));
        return values;
    }
}

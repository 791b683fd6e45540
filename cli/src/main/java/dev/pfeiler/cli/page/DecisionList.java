package dev.pfeiler.cli.page;

import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.Proposal;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** The decisions of a proposal, by the titles that they bring along. */
record DecisionList(List<CertaintyFilter> certainties, List<String> kinds, List<Group> groups) {
    private static final int EVIDENCE = 5;

    record CertaintyFilter(String word, String sign, String count) {}

    record Group(String title, List<Shown> decisions) {}

    record Shown(
            String sign,
            String certainty,
            String title,
            String value,
            String reason,
            String basis,
            String key,
            boolean hasMore,
            List<Signs.Quote> evidence,
            String more,
            boolean alternatives,
            List<Decision.Alternative> others) {}

    static DecisionList of(Proposal proposal) {
        Map<String, List<Shown>> groups = new LinkedHashMap<>();
        boolean several = proposal.parts().size() > 1;
        for (Proposal.Part part : proposal.parts())
            for (Decision decision : proposal.decisionsOf(part)) {
                String title = decision.group().isEmpty() ? "Project" : decision.group();
                groups.computeIfAbsent(several ? title + " (" + part.id() + ")" : title, g -> new ArrayList<>())
                        .add(shown(decision));
            }
        List<CertaintyFilter> certainties = Arrays.stream(Certainty.values())
                .map(certainty -> new CertaintyFilter(
                        certainty.word(),
                        Signs.of(certainty),
                        String.valueOf(proposal.decisions().stream()
                                .filter(decision -> decision.certainty() == certainty)
                                .count())))
                .toList();
        List<Group> all = new ArrayList<>();
        groups.forEach((title, decisions) -> all.add(new Group(title, decisions)));
        return new DecisionList(certainties, List.copyOf(groups.keySet()), all);
    }

    private static Shown shown(Decision decision) {
        int left = decision.evidence().size() - EVIDENCE;
        boolean alternatives = !decision.alternatives().isEmpty();
        return new Shown(
                Signs.of(decision.certainty()),
                decision.certainty().word(),
                decision.title(),
                decision.value(),
                Signs.title(decision.reason()),
                switch (decision.basis()) {
                    case EVIDENCE -> "";
                    case DEFAULT -> "the default";
                    case CHOICE -> "your choice";
                },
                decision.key(),
                alternatives || !decision.evidence().isEmpty(),
                Signs.Quote.of(decision.evidence(), EVIDENCE),
                left > 0 ? left + " more; pfeiler why shows all." : "",
                alternatives,
                decision.alternatives());
    }
}

package dev.pfeiler.proposal;

import dev.pfeiler.evidence.Evidence;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** What the user settled, by decision key; what was said later overrides what was said before. */
public final class Choices {
    /** Nothing settled. */
    public static final Choices NONE = new Choices(List.of());

    private final Map<String, Choice> byKey = new LinkedHashMap<>();

    public Choices(Collection<Choice> choices) {
        for (Choice choice : choices) byKey.put(choice.key(), choice);
    }

    /** What a ledger says was settled, value by key. */
    public static Choices ofLedger(Map<String, String> settled) {
        return new Choices(settled.entrySet().stream()
                .map(entry -> new Choice(entry.getKey(), entry.getValue(), Evidence.of("ledger", entry.getValue())))
                .toList());
    }

    public Optional<Choice> of(String key) {
        return Optional.ofNullable(byKey.get(key));
    }

    public List<Choice> all() {
        return List.copyOf(byKey.values());
    }

    /**
     * The choices for one of several parts, with keys as the part sees them: those whose keys start with its id, and
     * those that name no part, which hold for all.
     *
     * @param ids of all parts
     */
    public Choices of(String id, Collection<String> ids) {
        List<Choice> own = new ArrayList<>();
        for (Choice choice : byKey.values()) {
            if (PartKeys.part(choice.key(), ids).isEmpty()) own.add(choice);
        }
        for (Choice choice : byKey.values()) {
            if (PartKeys.part(choice.key(), ids).filter(id::equals).isPresent())
                own.add(new Choice(
                        choice.key().substring(PartKeys.prefix(id).length()), choice.value(), choice.said()));
        }
        return new Choices(own);
    }

    /** These choices with others over them. */
    public Choices under(Choices stronger) {
        Map<String, Choice> both = new LinkedHashMap<>(byKey);
        both.putAll(stronger.byKey);
        return new Choices(both.values());
    }
}

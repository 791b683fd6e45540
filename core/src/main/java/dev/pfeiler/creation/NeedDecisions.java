package dev.pfeiler.creation;

import dev.pfeiler.ecosystem.Creator;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.fresh.Kind;
import dev.pfeiler.fresh.Need;
import dev.pfeiler.fresh.Need.Serving;
import dev.pfeiler.fresh.Needs;
import dev.pfeiler.proposal.Choice;
import dev.pfeiler.proposal.Choosable;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.Deliberation;
import dev.pfeiler.proposal.Nearest;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.stream.Collectors;

/** Decides what serves the needs of a fresh project. */
final class NeedDecisions {
    private final Needs needs;
    private final Deliberation deliberation;
    private final Creator.Language language;
    private final Kind kind;
    private final String target;

    NeedDecisions(Needs needs, Deliberation deliberation, Creator.Language language, Kind kind, String target) {
        this.needs = needs;
        this.deliberation = deliberation;
        this.language = language;
        this.kind = kind;
        this.target = target;
    }

    /** What serves the needs: those that were chosen, and tests. */
    List<Serving> decide() {
        Map<String, Serving> serving = new TreeMap<>();
        List<String> wanted = deliberation.choices().all().stream()
                .map(Choice::key)
                .flatMap(key -> Need.ofKey(key).stream())
                .toList();
        for (String id : wanted) {
            if (needs.of(id).isPresent()) continue;
            String nearest = Nearest.hint(needs.all().stream().map(Need::id), id);
            throw Refusal.usage("Unknown need: \"" + id + "\"." + nearest, "List them with pfeiler new --needs.");
        }
        for (Need need : frameworksFirst()) {
            Map<String, String> others = new TreeMap<>();
            serving.forEach((other, one) -> others.put(other, one.id()));
            List<Serving> fitting = need.fitting(language.id(), kind, target, others);
            boolean testing = need.id().equals(Need.TESTING);
            if (!wanted.contains(need.id()) && !(testing && !fitting.isEmpty())) continue;
            if (fitting.isEmpty()) throw unserved(need);
            settled(need, fitting, testing ? "; each project has a test" : "")
                    .ifPresent(one -> serving.put(need.id(), one));
        }
        for (Serving one : serving.values())
            for (String other : one.requires())
                if (!serving.containsKey(other))
                    throw Refusal.usage(
                            "The need " + one.need() + " requires " + other + ".", "Add --with " + other + ".");
        return List.copyOf(serving.values());
    }

    /** Those that others' answers depend on come first. */
    private List<Need> frameworksFirst() {
        Set<String> frameworks = needs.all().stream()
                .flatMap(need -> need.serving().stream())
                .flatMap(one -> one.fit().beside().keySet().stream())
                .collect(Collectors.toSet());
        return needs.all().stream()
                .sorted(Comparator.comparing(need -> !frameworks.contains(need.id())))
                .toList();
    }

    private Optional<Serving> settled(Need need, List<Serving> fitting, String reason) {
        Map<String, Serving> byId = new LinkedHashMap<>();
        fitting.forEach(one -> byId.putIfAbsent(one.id(), one));
        Serving usual = fitting.get(0);
        Function<String, Optional<String>> check = text -> {
            String value = text.strip();
            if (value.equals(Need.USUAL)) return Optional.of(usual.id());
            if (byId.containsKey(value) || value.equals(Choosable.WITHOUT)) return Optional.of(value);
            need.fitting(language.id(), kind, target).stream()
                    .filter(one -> one.id().equals(value))
                    .findFirst()
                    .ifPresent(one -> {
                        throw apart(one);
                    });
            throw Refusal.usage(
                    "\"" + value + "\" is not a provider for the need " + need.id() + " here.",
                    "Choose one of: " + String.join(", ", byId.keySet()) + ".");
        };
        String standing = deliberation.settle(
                Decision.of(
                                Need.key(need.id()),
                                "Need: " + need.id(),
                                usual.id(),
                                Certainty.LIKELY,
                                usual.title() + reason,
                                List.of())
                        .in("Needs")
                        .turningDown(byId.values().stream()
                                .filter(one -> one != usual)
                                .map(one -> new Decision.Alternative(one.id(), one.title()))
                                .toList()),
                check);
        return Optional.ofNullable(byId.get(standing));
    }

    private Refusal unserved(Need need) {
        List<Serving> elsewhere = need.fitting(language.id(), kind, target);
        if (!elsewhere.isEmpty()) return apart(elsewhere.get(0));
        String there = need.serving().stream()
                .flatMap(one -> one.fit().languages().stream())
                .distinct()
                .sorted()
                .collect(Collectors.joining(", "));
        String kinds = need.serving().stream()
                .filter(one -> one.fit().languages().contains(language.id()))
                .flatMap(one -> one.fit().kinds().stream())
                .distinct()
                .sorted()
                .map(Kind::id)
                .collect(Collectors.joining(", "));
        if (!kinds.isEmpty())
            return Refusal.usage(
                    "No provider for the need " + need.id() + " in a " + language.title() + " " + kind.id() + ".",
                    "In " + language.title() + " there are providers for these kinds: " + kinds
                            + "; choose one with --kind.");
        return Refusal.usage(
                "No provider for the need " + need.id() + " in a " + language.title() + " " + kind.id() + ".",
                "Providers exist for: " + there + "; list them with pfeiler new --needs " + need.id() + ".");
    }

    private static Refusal apart(Serving one) {
        return Refusal.usage(
                one.title() + " (" + one.choice() + ") goes with " + one.fit().companions() + " only.",
                "Add --with " + one.fit().companions() + ", or choose another provider.");
    }
}

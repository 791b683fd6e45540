package dev.pfeiler.ecosystem.jvm.finding;

import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.evidence.Finding.Topic;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;

/** Collects findings. */
final class FindingList {
    private final List<Finding> findings = new ArrayList<>();

    void add(Finding finding) {
        findings.add(finding);
    }

    void add(Topic topic, String subject, String fact, Certainty certainty, List<Evidence> evidence) {
        findings.add(Finding.of(topic, subject, fact, certainty, evidence));
    }

    void addAll(Collection<Finding> more) {
        findings.addAll(more);
    }

    List<Finding> all() {
        return List.copyOf(findings);
    }

    static String count(long number, String noun) {
        return number == 1 ? "1 " + noun : number + " " + plural(noun);
    }

    static String plural(String noun) {
        if (noun.endsWith("y")) return noun.substring(0, noun.length() - 1) + "ies";
        if (noun.startsWith("file ")) return "files" + noun.substring(4);
        return noun.endsWith("s") ? noun + "es" : noun + "s";
    }
}

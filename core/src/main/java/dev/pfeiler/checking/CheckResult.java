package dev.pfeiler.checking;

import dev.pfeiler.check.Discrepancy;
import dev.pfeiler.check.Severity;
import dev.pfeiler.evidence.Evidence;
import java.util.List;

/**
 * What a check of a tree came to.
 *
 * @param parts how many managed parts were checked
 * @param discrepancies by file and line, without accepted ones
 * @param accepted those that the choices file accepts
 * @param unread places in descriptors that are not read: what they state is not checked
 */
public record CheckResult(
        int parts, List<Discrepancy> discrepancies, List<Discrepancy> accepted, List<Evidence> unread) {
    public CheckResult {
        discrepancies = List.copyOf(discrepancies);
        accepted = List.copyOf(accepted);
        unread = List.copyOf(unread);
    }

    /** How many there are of a severity. */
    public long count(Severity severity) {
        return discrepancies.stream().filter(one -> one.severity() == severity).count();
    }

    /** Whether one is of at least a severity. */
    public boolean holds(Severity least) {
        return discrepancies.stream().anyMatch(one -> one.severity().compareTo(least) >= 0);
    }

    /** Those with a cure that needs no decision. */
    public List<Discrepancy> curable() {
        return discrepancies.stream().filter(one -> one.cure().isCertain()).toList();
    }
}

package dev.pfeiler.check;

import java.util.Collection;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;

/**
 * What the check of a part came to.
 *
 * @param sources paths of files that its build reads and a person writes
 * @param outputs paths of folders that its build writes
 */
public record PartCheck(List<Discrepancy> discrepancies, Set<String> sources, Set<String> outputs) {
    public static final PartCheck NOTHING = new PartCheck(List.of(), Set.of(), Set.of());

    public PartCheck(List<Discrepancy> discrepancies, Collection<String> sources, Collection<String> outputs) {
        this(discrepancies, new TreeSet<>(sources), new TreeSet<>(outputs));
    }

    public PartCheck {
        discrepancies = List.copyOf(discrepancies);
        sources = Set.copyOf(sources);
        outputs = Set.copyOf(outputs);
    }
}

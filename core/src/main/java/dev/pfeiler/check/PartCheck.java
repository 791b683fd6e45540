package dev.pfeiler.check;

import dev.pfeiler.evidence.Evidence;
import java.util.Collection;
import java.util.Collections;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;

/**
 * What the check of a part came to.
 *
 * @param sources paths of files that its build reads and a person writes
 * @param outputs paths of folders that its build writes
 * @param unread places in its descriptors that are not read, so that what they state is not known
 */
public record PartCheck(
        List<Discrepancy> discrepancies, Set<String> sources, Set<String> outputs, List<Evidence> unread) {
    public static final PartCheck NOTHING = new PartCheck(List.of(), Set.of(), Set.of());

    public PartCheck(List<Discrepancy> discrepancies, Collection<String> sources, Collection<String> outputs) {
        this(discrepancies, Set.copyOf(sources), Set.copyOf(outputs), List.of());
    }

    public PartCheck {
        discrepancies = List.copyOf(discrepancies);
        unread = List.copyOf(unread);
        sources = Collections.unmodifiableSortedSet(new TreeSet<>(sources));
        outputs = Collections.unmodifiableSortedSet(new TreeSet<>(outputs));
    }
}

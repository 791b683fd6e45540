package dev.pfeiler.tree;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.Collection;
import java.util.List;

/** File operations on all processors. */
public final class InParallel {
    private InParallel() {}

    /**
     * An operation on one element.
     *
     * @param <T> the element
     * @param <R> the result
     */
    public interface Work<T, R> {
        R of(T one) throws IOException;
    }

    /**
     * The results for all elements, in their order.
     *
     * @throws IOException if one of the operations throws it
     */
    public static <T, R> List<R> map(Collection<T> all, Work<T, R> work) throws IOException {
        try {
            return all.parallelStream()
                    .map(one -> {
                        try {
                            return work.of(one);
                        } catch (IOException e) {
                            throw new UncheckedIOException(e);
                        }
                    })
                    .toList();
        } catch (UncheckedIOException e) {
            throw e.getCause();
        }
    }
}

package dev.pfeiler.tree;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.Collection;
import java.util.List;

/** Work on files that all processors share. */
public final class InParallel {
    private InParallel() {}

    /**
     * What is done with one of many.
     *
     * @param <T> what it is done with
     * @param <R> what comes of it
     */
    public interface Work<T, R> {
        R of(T one) throws IOException;
    }

    /**
     * What comes of each, in the order of the collection.
     *
     * @throws IOException the first that occurred
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

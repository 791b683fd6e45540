package dev.pfeiler.tree;

import java.util.function.Consumer;

/** Receives the progress of long-running work; may be called from any thread. */
public interface Progress extends Consumer<String> {
    /** Discards everything. */
    Progress NONE = what -> {};

    /** Work that consists of countable pieces; {@link #done} reports one. */
    interface Pieces {
        void done();
    }

    /**
     * Announces such work.
     *
     * @param count how many pieces there are; 0 if that is not known
     */
    default Pieces begin(String what, int count) {
        accept(what);
        return () -> {};
    }
}

package dev.pfeiler.tree;

import java.util.function.Consumer;

/** Is told what long work is at, and how far it is; by any thread. */
public interface Progress extends Consumer<String> {
    /** Nobody looks. */
    Progress NONE = what -> {};

    /** Work that is done piece by piece. */
    interface Pieces {
        void done();
    }

    /**
     * Says that such work begins.
     *
     * @param count how many pieces there are; 0 if that is not known
     */
    default Pieces begin(String what, int count) {
        accept(what);
        return () -> {};
    }
}

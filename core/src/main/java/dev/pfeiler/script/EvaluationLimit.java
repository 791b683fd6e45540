package dev.pfeiler.script;

import java.util.function.Supplier;

/** What working out the commands of scripts may take, so that one that feeds on itself comes to an end. */
public final class EvaluationLimit {
    private static final int DEEPEST = 100;
    private static final int LEVEL = 64;
    /** Characters worked out; a plain build of thousands of lines takes a hundredth. */
    private static final long MOST = 1L << 26;

    private int depth;
    private long spent;

    /** More than any plain build takes. */
    public static final class Exceeded extends RuntimeException {
        private static final long serialVersionUID = 1;

        Exceeded(String message) {
            super(message);
        }
    }

    /** Counts characters that were worked out, or files that were looked through. */
    public void spend(int amount) {
        spent += amount;
        if (spent > MOST) throw new Exceeded("expands without limit");
    }

    /** Does something one level deeper: a call, a loop or a substitution. */
    public <T> T deeper(Supplier<T> work) {
        if (++depth > DEEPEST) throw new Exceeded("is recursive or nested too deeply");
        spend(LEVEL);
        T result = work.get();
        depth--;
        return result;
    }

    public void deeper(Runnable work) {
        deeper(() -> {
            work.run();
            return null;
        });
    }
}

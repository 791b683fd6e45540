package dev.pfeiler.evidence;

/** Says that something was not done and that nothing was changed: what happened, where, and what to do next. */
public class Refusal extends RuntimeException {
    private static final long serialVersionUID = 1;

    /** Why it was refused. */
    public enum Reason {
        /** The request itself is not possible here. */
        NOT_POSSIBLE,
        /** A choice, an option or the choices file is worded wrongly. */
        USAGE,
        /** Reading or writing failed. */
        INPUT_OUTPUT
    }

    private final Reason reason;
    private final String next;

    public Refusal(Reason reason, String what, String next) {
        super(what);
        this.reason = reason;
        this.next = next;
    }

    public static Refusal notPossible(String what, String next) {
        return new Refusal(Reason.NOT_POSSIBLE, what, next);
    }

    public static Refusal usage(String what, String next) {
        return new Refusal(Reason.USAGE, what, next);
    }

    /** A failed read or write, with its cause kept for the log. */
    public static Refusal inputOutput(String what, String next, Throwable cause) {
        Refusal refusal = new Refusal(Reason.INPUT_OUTPUT, what, next);
        refusal.initCause(cause);
        return refusal;
    }

    public Reason reason() {
        return reason;
    }

    /** What to do next; one sentence. */
    public String next() {
        return next;
    }
}

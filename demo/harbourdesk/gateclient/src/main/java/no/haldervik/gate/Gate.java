package no.haldervik.gate;

/** The gate of the port. */
public final class Gate {
    private Gate() {}

    public static boolean open(int hour) {
        return hour >= 6 && hour < 22;
    }
}

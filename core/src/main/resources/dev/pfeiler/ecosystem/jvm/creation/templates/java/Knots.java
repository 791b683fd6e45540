package [=package];

/** Speeds in knots. */
public final class Knots {
    private static final double METRES_PER_SECOND = 0.514444;

    private Knots() {}

    /** A speed in metres per second. */
    public static double toMetresPerSecond(double knots) {
        if (knots < 0) {
            throw new IllegalArgumentException("a negative speed: " + knots);
        }
        return knots * METRES_PER_SECOND;
    }
}

package [=package];

/** Speeds in knots. */
public final class Knots {
    private static final double METRES_PER_SECOND = 0.514444;

    private Knots() {}

    /**
     * A speed in metres per second.
     *
     * @throws IllegalArgumentException if it is negative, infinite or not a number
     */
    public static double toMetresPerSecond(double knots) {
        if (knots < 0 || Double.isNaN(knots) || Double.isInfinite(knots)) {
            throw new IllegalArgumentException("negative or not finite: " + knots);
        }
        return knots * METRES_PER_SECOND;
    }
}

package [=package]

import groovy.transform.CompileStatic

/** Speeds in knots. */
@CompileStatic
final class Knots {
    private static final double METRES_PER_SECOND = 0.514444d

    private Knots() {}

    /** A speed in metres per second. */
    static double toMetresPerSecond(double knots) {
        if (knots < 0) {
            throw new IllegalArgumentException("a negative speed: $knots")
        }
        return knots * METRES_PER_SECOND
    }
}

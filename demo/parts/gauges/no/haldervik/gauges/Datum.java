package no.haldervik.gauges;

/** The heights to which the gauges of the harbour refer. */
public final class Datum {
    /** Of chart datum below the mean water, in centimetres. */
    private static final int CHART = 87;

    private Datum() {}

    /** A height above chart datum as one above the mean water; both in centimetres. */
    public static int aboveMean(int aboveChart) {
        return aboveChart - CHART;
    }
}

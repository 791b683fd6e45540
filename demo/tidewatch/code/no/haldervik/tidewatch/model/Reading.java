package no.haldervik.tidewatch.model;

/** One reading of the gauge at the lock gate. */
public class Reading {
    private final String time;
    private final int centimetres;
    private final String turn;

    public Reading(String time, int centimetres, String turn) {
        this.time = time;
        this.centimetres = centimetres;
        this.turn = turn;
    }

    public String getTime() {
        return time;
    }

    /** Above chart datum. */
    public int getCentimetres() {
        return centimetres;
    }

    /** "high", "low" or nothing. */
    public String getTurn() {
        return turn;
    }
}

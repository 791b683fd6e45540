package no.haldervik.tidewatch.model;

import no.haldervik.gauges.Datum;

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

    /** Above the mean water. */
    public int getAboveMean() {
        return Datum.aboveMean(centimetres);
    }

    /** "high", "low" or nothing. */
    public String getTurn() {
        return turn;
    }
}

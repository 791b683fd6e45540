package no.haldervik.towlist;

import java.util.Arrays;
import java.util.List;

public class Tow {
    private final String ship;
    private final String tug;

    Tow(String ship, String tug) {
        this.ship = ship;
        this.tug = tug;
    }

    static List<Tow> ofToday() {
        return Arrays.asList(new Tow("Nordlys", "Tor"), new Tow("Kvitholm", "Frigg"));
    }

    public String getShip() {
        return ship;
    }

    public String getTug() {
        return tug;
    }
}

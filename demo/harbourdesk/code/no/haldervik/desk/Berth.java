package no.haldervik.desk;

/** A berth and who lies there. */
public final class Berth {
    private final String name;
    private final String ship;

    public Berth(String name, String ship) {
        this.name = name;
        this.ship = ship;
    }

    public String line() {
        return name + ": " + ship;
    }
}

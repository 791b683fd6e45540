package no.haldervik.gauge;

public final class Gauge {
    private final double level;

    public Gauge(double level) {
        this.level = level;
    }

    public double level() {
        return level;
    }

    public boolean high() {
        return level > 2;
    }
}

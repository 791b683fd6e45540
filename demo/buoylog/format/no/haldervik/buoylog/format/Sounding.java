package no.haldervik.buoylog.format;

/** What a buoy measured at one time. */
public final class Sounding {
    private final String buoy;
    private final String time;
    private final int centimetres;
    private final double celsius;

    public Sounding(String buoy, String time, int centimetres, double celsius) {
        this.buoy = buoy;
        this.time = time;
        this.centimetres = centimetres;
        this.celsius = celsius;
    }

    public String buoy() {
        return buoy;
    }

    public String time() {
        return time;
    }

    public int centimetres() {
        return centimetres;
    }

    public double celsius() {
        return celsius;
    }
}

package no.haldervik.buoylog;

import java.util.Comparator;
import java.util.List;
import no.haldervik.buoylog.format.Sounding;

/** Finds the highest sounding. */
public class Highest {
    private final String buoy;

    /** @param buoy the only buoy that counts; null for all */
    public Highest(String buoy) {
        this.buoy = buoy;
    }

    public String of(List<Sounding> soundings) {
        return soundings.stream()
                .filter(s -> buoy == null || s.buoy().equals(buoy))
                .max(Comparator.comparingInt(Sounding::centimetres))
                .map(s -> s.buoy() + " " + s.time() + " " + s.centimetres() + "cm")
                .orElse("none");
    }
}

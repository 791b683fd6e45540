package no.haldervik.buoylog.format;

import java.io.Reader;
import java.util.List;
import java.util.stream.Collectors;
import no.haldervik.buoylog.format.parse.ParseException;
import no.haldervik.buoylog.format.parse.SoundingParser;

/** Reads the soundings that the buoys of the “Haldervik” send, one a line. */
public final class Soundings {
    /** Where the buoys lie – the outer one is at Ytre Skjær. */
    public static final String WATERS = "Haldervik – Ytre Skjær";

    private Soundings() {}

    public static List<Sounding> read(Reader in) throws SoundingException {
        try {
            return new SoundingParser(in)
                    .lines().stream()
                            .map(line -> new Sounding(line.buoy, line.time, line.centimetres, line.celsius))
                            .collect(Collectors.toList());
        } catch (ParseException e) {
            throw new SoundingException(e.getMessage(), e);
        }
    }
}

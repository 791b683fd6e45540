package no.haldervik.tidewatch.model;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Properties;
import java.util.stream.Collectors;

/** Today's readings, and how the station is called. */
public class Gauge {
    /** Shown where the settings name no station. */
    public static final String STATION = "Haldervik sluse, indre dør";

    public TideTable today() {
        try (BufferedReader in = new BufferedReader(new InputStreamReader(
                Gauge.class.getResourceAsStream("readings.txt"), StandardCharsets.UTF_8))) {
            return TideTable.parse(in.lines().collect(Collectors.toList()));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    public Properties settings() {
        Properties settings = new Properties();
        try (InputStreamReader in = new InputStreamReader(
                Gauge.class.getResourceAsStream("/tidewatch.properties"), StandardCharsets.ISO_8859_1)) {
            settings.load(in);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return settings;
    }
}

package no.haldervik.buoylog;

import java.io.FileReader;
import java.io.Reader;
import java.util.List;
import no.haldervik.buoylog.format.Sounding;
import no.haldervik.buoylog.format.Soundings;
import org.apache.commons.cli.CommandLine;
import org.apache.commons.cli.DefaultParser;
import org.apache.commons.cli.Options;

/** Prints the highest sounding of a file. */
public class Main {
    public static void main(String[] words) throws Exception {
        Options options = new Options();
        options.addOption("b", "buoy", true, "only this buoy");
        CommandLine line = new DefaultParser().parse(options, words);
        if (line.getArgList().isEmpty()) {
            System.out.println(new Texts().get("usage"));
            return;
        }
        try (Reader in = new FileReader(line.getArgList().get(0))) {
            System.out.println(new Highest(line.getOptionValue("buoy")).of(Soundings.read(in)));
        }
    }
}

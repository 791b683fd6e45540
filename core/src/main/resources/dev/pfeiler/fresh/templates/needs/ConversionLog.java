package [=package];

import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** Notes conversions in the log. */
final class ConversionLog {
    private static final Logger LOG = LoggerFactory.getLogger(ConversionLog.class);

    private ConversionLog() {}

    static String note(double knots) {
        LOG.info("converted {} kn", knots);
        return "noted in the log";
    }
}

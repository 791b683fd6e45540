package [=package];

import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** Notes speeds in the log. */
final class SpeedLog {
    private static final Logger LOG = LoggerFactory.getLogger(SpeedLog.class);

    private SpeedLog() {}

    static String note(double knots) {
        LOG.info("read {} kn", knots);
        return "noted in the log";
    }
}

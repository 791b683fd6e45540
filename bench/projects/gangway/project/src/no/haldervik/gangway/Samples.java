package no.haldervik.gangway;

import static org.junit.Assert.assertNotNull;

/** Used by tests only. */
class Samples {
    static Gangway flat() {
        Gangway gangway = new Gangway("flat", 0.01);
        assertNotNull(gangway);
        return gangway;
    }
}

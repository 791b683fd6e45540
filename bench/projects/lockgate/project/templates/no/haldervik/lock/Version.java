package no.haldervik.lock;

/** The version of the program of @COMPANY@. */
final class Version {
    static final String NUMBER = "@VERSION@";

    private Version() {}
}

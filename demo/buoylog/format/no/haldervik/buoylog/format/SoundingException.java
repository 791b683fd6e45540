package no.haldervik.buoylog.format;

/** Says that a line is no sounding. */
public class SoundingException extends Exception {
    private static final long serialVersionUID = 1L;

    public SoundingException(String message, Throwable cause) {
        super(message, cause);
    }
}

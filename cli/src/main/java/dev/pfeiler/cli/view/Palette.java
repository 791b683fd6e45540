package dev.pfeiler.cli.view;

/** The colours and weights of the terminal views; each text also makes sense without them. */
public final class Palette {
    private final boolean on;

    public Palette(boolean on) {
        this.on = on;
    }

    String strong(String text) {
        return styled("1", text);
    }

    String quiet(String text) {
        return styled("2", text);
    }

    String good(String text) {
        return styled("32", text);
    }

    String careful(String text) {
        return styled("33", text);
    }

    String bad(String text) {
        return styled("31", text);
    }

    String place(String text) {
        return styled("36", text);
    }

    private String styled(String code, String text) {
        return on && !text.isEmpty() ? "\u001b[" + code + "m" + text + "\u001b[0m" : text;
    }
}

package no.haldervik.lock.api;

public final class Gate {
    private final String name;

    public Gate(String name) {
        this.name = name;
    }

    public String name() {
        return name;
    }
}

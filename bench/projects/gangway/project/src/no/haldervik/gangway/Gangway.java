package no.haldervik.gangway;

import org.apache.commons.lang3.StringUtils;

public class Gangway {
    private final String name;
    private final double slope;

    public Gangway(String name, double slope) {
        if (StringUtils.isBlank(name)) throw new IllegalArgumentException("name");
        this.name = name;
        this.slope = slope;
    }

    public String name() {
        return name;
    }

    public boolean passable() {
        return Math.abs(slope) < 0.25;
    }
}

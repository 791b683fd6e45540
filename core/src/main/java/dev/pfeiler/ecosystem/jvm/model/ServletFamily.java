package dev.pfeiler.ecosystem.jvm.model;

/** Generations of the Servlet API that need servers of their own. */
public enum ServletFamily {
    /** Up to Servlet 4, in the packages {@code javax.servlet}. */
    JAVAX("javax.servlet"),
    /** Servlet 5, the first in the packages {@code jakarta.servlet}. */
    JAKARTA_5("jakarta.servlet"),
    /** Servlet 6 and later. */
    JAKARTA("jakarta.servlet");

    private final String packageName;

    ServletFamily(String packageName) {
        this.packageName = packageName;
    }

    public String packageName() {
        return packageName;
    }
}

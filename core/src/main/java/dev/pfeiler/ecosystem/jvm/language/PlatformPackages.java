package dev.pfeiler.ecosystem.jvm.language;

import java.lang.module.ModuleFinder;
import java.util.Set;
import java.util.stream.Collectors;

/** The packages of the Java runtime that Pfeiler runs on; worked out when somebody asks. */
public final class PlatformPackages {
    private static final Set<String> ALL = ModuleFinder.ofSystem().findAll().stream()
            .flatMap(module -> module.descriptor().packages().stream())
            .collect(Collectors.toUnmodifiableSet());

    private PlatformPackages() {}

    public static boolean contain(String name) {
        return ALL.contains(name);
    }
}

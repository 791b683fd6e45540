package dev.pfeiler.ecosystem.go.decision;

import dev.pfeiler.ecosystem.go.module.ModuleFile;
import dev.pfeiler.ecosystem.go.module.ModuleHash;
import dev.pfeiler.ecosystem.go.module.ModulePath;
import dev.pfeiler.ecosystem.go.module.ModuleVersion;
import dev.pfeiler.ecosystem.go.registry.ModuleProxy;
import java.nio.charset.StandardCharsets;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.HashSet;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;

/**
 * The versions that the go command selects for some requirements, and the lines of the lock file for them. Source: the Go
 * modules reference, minimal version selection and go.sum files.
 */
final class Requirements {
    private static final int MOST = 3000;

    private final ModuleProxy proxy;
    private final Map<String, String> selected = new TreeMap<>();
    private final Set<String> seen = new HashSet<>();

    private Requirements(ModuleProxy proxy) {
        this.proxy = proxy;
    }

    /** @param required versions by path */
    static Requirements of(ModuleProxy proxy, Map<String, String> required) {
        Requirements graph = new Requirements(proxy);
        Deque<Map.Entry<String, String>> open = new ArrayDeque<>(required.entrySet());
        while (!open.isEmpty() && graph.seen.size() < MOST) {
            Map.Entry<String, String> next = open.poll();
            if (!graph.seen.add(next.getKey() + " " + next.getValue())) continue;
            graph.selected.merge(next.getKey(), next.getValue(), ModuleVersion::later);
            graph.descriptor(next.getKey(), next.getValue())
                    .ifPresent(file -> file.required().forEach((path, one) -> {
                        if (ModulePath.isValid(path) && ModuleVersion.isValid(one.version()))
                            open.add(Map.entry(path, one.version()));
                    }));
        }
        return graph;
    }

    private Optional<ModuleFile> descriptor(String path, String version) {
        return proxy.descriptor(path, version).map(bytes -> ModuleFile.read(new String(bytes, StandardCharsets.UTF_8)));
    }

    /** The version that is selected for a module; empty if none requires it. */
    Optional<String> selected(String path) {
        return Optional.ofNullable(selected.get(path));
    }

    /** The highest release of Go that a descriptor of the selected versions states, as its minor number. */
    int release() {
        return selected.entrySet().stream()
                .flatMap(one -> descriptor(one.getKey(), one.getValue()).stream())
                .mapToInt(file -> GoLevel.minor(file.go()).orElse(0))
                .max()
                .orElse(0);
    }

    /**
     * The lock file.
     *
     * @param needed modules whose packages are compiled
     * @return nothing if an archive or a descriptor cannot be had
     */
    Optional<String> lock(Set<String> needed) {
        Set<String> lines = new TreeSet<>();
        for (String one : seen) {
            String path = one.substring(0, one.indexOf(' '));
            String version = one.substring(one.indexOf(' ') + 1);
            Optional<byte[]> descriptor = proxy.descriptor(path, version);
            if (descriptor.isEmpty()) return Optional.empty();
            lines.add(one + "/go.mod " + ModuleHash.ofDescriptor(descriptor.get()));
            if (!needed.contains(path) || !version.equals(selected.get(path))) continue;
            Optional<Map<String, byte[]>> files = proxy.files(path, version);
            if (files.isEmpty()) return Optional.empty();
            lines.add(one + " " + ModuleHash.ofFiles(path, version, files.get()));
        }
        return Optional.of(lines.isEmpty() ? "" : String.join("\n", lines) + "\n");
    }
}

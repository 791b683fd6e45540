package dev.pfeiler.ecosystem.jvm.dependency;

import dev.pfeiler.ecosystem.jvm.archive.Jar;
import dev.pfeiler.ecosystem.jvm.repository.Coordinates;
import dev.pfeiler.ecosystem.jvm.repository.LocalRepository;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.Paths;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Names the artifact a jar is: by its hash, its descriptor, and last its manifest and file name. */
public final class Identification {
    private static final Pattern VERSIONED = Pattern.compile("(.+?)[-_]v?(\\d[\\w.+-]*)");

    private final LocalRepository store;

    public Identification(LocalRepository store) {
        this.store = store;
    }

    public JarIdentity of(Jar jar) {
        List<Coordinates> holding = store.holding(jar.size(), jar.sha1());
        if (!holding.isEmpty()) return byHash(jar, holding);
        if (!jar.descriptors().isEmpty()) return byDescriptor(jar);
        return byName(jar);
    }

    private static JarIdentity byHash(Jar jar, List<Coordinates> holding) {
        Coordinates best = holding.stream()
                .min(Comparator.comparing((Coordinates c) -> !jar.descriptors().containsValue(c))
                        .thenComparing(c -> !jar.name().startsWith(c.artifact()))
                        .thenComparing(Comparator.naturalOrder()))
                .orElseThrow();
        List<Coordinates> others = new ArrayList<>(holding);
        others.remove(best);
        Evidence hash = Evidence.of("local repository", "SHA-1 " + jar.sha1() + " is " + best);
        return new JarIdentity(best, JarIdentity.Sign.HASH, List.of(hash), others);
    }

    private JarIdentity byDescriptor(Jar jar) {
        Map.Entry<String, Coordinates> own = jar.descriptors().entrySet().stream()
                .min(Comparator.comparing((Map.Entry<String, Coordinates> e) ->
                                !jar.name().startsWith(e.getValue().artifact()))
                        .thenComparing(e -> -e.getValue().artifact().length())
                        .thenComparing(Map.Entry.comparingByKey()))
                .orElseThrow();
        Coordinates stated = own.getValue();
        List<Evidence> evidence = new ArrayList<>();
        evidence.add(Evidence.of(jar.path() + "!/" + own.getKey(), stated.toString()));
        List<Coordinates> others = jar.descriptors().values().stream()
                .filter(c -> !c.equals(stated))
                .toList();
        boolean merged = !others.isEmpty() && !jar.name().startsWith(stated.artifact());
        boolean otherBytes = store.file(stated, "jar").isPresent();
        if (merged) return new JarIdentity(byName(jar).coordinates(), JarIdentity.Sign.NAME, evidence, others);
        if (!otherBytes) return new JarIdentity(stated, JarIdentity.Sign.DESCRIPTOR, evidence, others);
        evidence.add(Evidence.of("local repository", stated + " has other bytes"));
        return new JarIdentity(stated, JarIdentity.Sign.CHANGED, evidence, others);
    }

    private static JarIdentity byName(Jar jar) {
        String stem = Paths.stem(jar.name());
        Matcher versioned = VERSIONED.matcher(stem);
        String artifact = versioned.matches() ? versioned.group(1) : stem;
        String version = versioned.matches() ? versioned.group(2) : "";
        List<Evidence> evidence = new ArrayList<>();
        evidence.add(Evidence.of(jar.path(), jar.name()));
        for (String key : List.of("Implementation-Version", "Bundle-Version", "Specification-Version")) {
            String stated = jar.manifest().getOrDefault(key, "").strip();
            if (!version.isEmpty() || !stated.matches("\\d[\\w.+-]*")) continue;
            version = stated;
            evidence.add(Evidence.of(jar.path() + "!/META-INF/MANIFEST.MF", key + ": " + stated));
        }
        String vendor =
                jar.manifest().getOrDefault("Implementation-Vendor-Id", "").strip();
        String group = vendor.matches("[\\w.-]+") ? vendor : "";
        Coordinates coordinates = new Coordinates(group, plain(artifact), version.isEmpty() ? "1" : plain(version));
        return new JarIdentity(coordinates, JarIdentity.Sign.NAME, evidence, List.of());
    }

    private static String plain(String text) {
        return text.replaceAll("[^\\w.-]+", "-");
    }
}

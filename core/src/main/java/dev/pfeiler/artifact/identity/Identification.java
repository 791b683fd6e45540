package dev.pfeiler.artifact.identity;

import dev.pfeiler.artifact.archive.Jar;
import dev.pfeiler.artifact.archive.JarDifference;
import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.artifact.repository.Declaration;
import dev.pfeiler.artifact.repository.Repositories;
import dev.pfeiler.artifact.repository.Repositories.Check;
import dev.pfeiler.artifact.repository.Repositories.Known;
import dev.pfeiler.artifact.repository.Repositories.Versions;
import dev.pfeiler.artifact.repository.Resolved;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import org.slf4j.LoggerFactory;

/**
 * Names the artifact a jar is: by its hash in the local repository, its descriptor, its manifest, its file name and packages.
 * What a weak sign says is compared with the checksums that repositories state.
 */
public final class Identification {
    /** How many versions of one artifact are tried, newest first. */
    private static final int VERSIONS = 60;

    private static final Set<JarIdentity.Sign> OPEN = Set.of(JarIdentity.Sign.NAME, JarIdentity.Sign.NOBODY);

    private final ProjectTree tree;
    private final Repositories repositories;
    private final Candidates candidates;

    public Identification(ProjectTree tree, Repositories repositories) {
        this.tree = tree;
        this.repositories = repositories;
        this.candidates = new Candidates(repositories.store());
    }

    /** Names all jars; what the named ones bring along helps to name the others. */
    public Map<Jar, JarIdentity> of(List<Jar> jars) {
        Map<Jar, JarIdentity> named = ParallelMap.map(jars, jar -> of(jar, List.of()));
        List<Jar> open = jars.stream()
                .filter(jar -> OPEN.contains(named.get(jar).sign()))
                .toList();
        if (open.isEmpty()) return named;
        List<Declaration> known = named.values().stream()
                .filter(identity -> identity.sign().published())
                .map(identity -> new Declaration(identity.coordinates(), "compile", Set.of()))
                .toList();
        if (known.isEmpty()) return named;
        List<Coordinates> hints = repositories.resolve(known, Map.of()).artifacts().stream()
                .map(Resolved::coordinates)
                .toList();
        named.putAll(ParallelMap.map(open, jar -> of(jar, hints)));
        return named;
    }

    JarIdentity of(Jar jar, List<Coordinates> hints) {
        List<Coordinates> holding = repositories.store().holding(jar.size(), jar.sha1());
        if (!holding.isEmpty()) return byHash(jar, holding);
        Optional<JarIdentity> merged = merged(jar);
        if (merged.isPresent()) return merged.get();
        return jar.descriptors().isEmpty() ? byName(jar, hints) : byDescriptor(jar, hints);
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

    private static JarIdentity confirmed(Jar jar, Coordinates coordinates, Check check, List<Evidence> evidence) {
        List<Evidence> all = new ArrayList<>(evidence);
        all.add(0, Evidence.of(check.repository(), "SHA-1 " + jar.sha1() + " is " + coordinates));
        JarIdentity.Sign sign =
                check.repository().startsWith("local") ? JarIdentity.Sign.HASH : JarIdentity.Sign.CHECKSUM;
        return new JarIdentity(coordinates, sign, all, List.of());
    }

    /** A jar with several descriptors of which none is its own, or more than its own artifact holds. */
    private Optional<JarIdentity> merged(Jar jar) {
        if (jar.descriptors().size() < 2) return Optional.empty();
        Coordinates own = own(jar).getValue();
        // an artifact that has others in it was published so; then its checksum agrees
        Check check = repositories.check(own, jar.sha1());
        if (check.known() == Known.SAME) return Optional.of(confirmed(jar, own, check, List.of()));
        if (jar.name().startsWith(own.artifact())) return Optional.empty();
        List<Evidence> evidence = new ArrayList<>();
        jar.descriptors().forEach((entry, c) -> evidence.add(Evidence.of(jar.path() + "!/" + entry, c.toString())));
        Set<Coordinates> inside = new TreeSet<>(jar.descriptors().values());
        parts(jar).ifPresent(parts -> {
            evidence.addAll(evidence(jar, parts));
            parts.parts().forEach(part -> inside.add(part.coordinates()));
        });
        return Optional.of(
                new JarIdentity(Candidates.named(jar), JarIdentity.Sign.MERGED, evidence, List.copyOf(inside)));
    }

    /** By the bytes of its classes, for a jar that nothing else names. */
    private Optional<JarIdentity> composed(Jar jar, List<Evidence> evidence) {
        Optional<Composition.Parts> parts = parts(jar);
        if (parts.isEmpty() || parts.get().parts().isEmpty()) return Optional.empty();
        List<Evidence> all = new ArrayList<>(evidence(jar, parts.get()));
        all.addAll(evidence);
        Optional<Coordinates> only = parts.get().only();
        if (only.isPresent())
            return Optional.of(new JarIdentity(only.get(), JarIdentity.Sign.REPACKED, all, List.of()));
        List<Coordinates> inside =
                parts.get().parts().stream().map(Composition.Part::coordinates).toList();
        return Optional.of(new JarIdentity(Candidates.named(jar), JarIdentity.Sign.MERGED, all, inside));
    }

    private Optional<Composition.Parts> parts(Jar jar) {
        try {
            return Optional.of(new Composition(repositories).of(jar, tree.onDisk(jar.path())));
        } catch (IOException e) {
            LoggerFactory.getLogger(Identification.class).debug("{}", jar.path(), e);
            return Optional.empty();
        }
    }

    private static List<Evidence> evidence(Jar jar, Composition.Parts parts) {
        List<Evidence> evidence = new ArrayList<>();
        for (Composition.Part part : parts.parts())
            evidence.add(
                    Evidence.of(jar.path(), classes(part.same()) + " identical to those of " + part.coordinates()));
        if (parts.rest() > 0)
            evidence.add(Evidence.of(jar.path(), classes(parts.rest()) + " not found in a published artifact"));
        return evidence;
    }

    private static String classes(int count) {
        return count == 1 ? "1 class" : count + " classes";
    }

    private static Map.Entry<String, Coordinates> own(Jar jar) {
        return jar.descriptors().entrySet().stream()
                .min(Comparator.comparing((Map.Entry<String, Coordinates> e) ->
                                !jar.name().startsWith(e.getValue().artifact()))
                        .thenComparing(e -> -e.getValue().artifact().length())
                        .thenComparing(Map.Entry.comparingByKey()))
                .orElseThrow();
    }

    private JarIdentity byDescriptor(Jar jar, List<Coordinates> hints) {
        Map.Entry<String, Coordinates> own = own(jar);
        Coordinates stated = own.getValue();
        List<Evidence> evidence = new ArrayList<>();
        evidence.add(Evidence.of(jar.path() + "!/" + own.getKey(), stated.toString()));
        Optional<Coordinates> classified = classified(jar, stated);
        if (classified.isPresent()) {
            Check check = repositories.check(classified.get(), jar.sha1());
            if (check.known() == Known.SAME) return confirmed(jar, classified.get(), check, evidence);
        }
        Check check = repositories.check(stated, jar.sha1());
        return switch (check.known()) {
            case SAME -> confirmed(jar, stated, check, evidence);
            case OTHER -> changed(jar, stated, check, evidence);
            case UNSURE -> new JarIdentity(stated, JarIdentity.Sign.DESCRIPTOR, evidence, List.of());
            case ABSENT -> {
                // the descriptor may be that of something inside the jar
                JarIdentity named = byName(jar, hints);
                yield named.sign().published()
                        ? named
                        : new JarIdentity(stated, JarIdentity.Sign.NOBODY, evidence, List.of());
            }
        };
    }

    /** What follows the version in the file name is a classifier. */
    private static Optional<Coordinates> classified(Jar jar, Coordinates stated) {
        String start = stated.artifact() + "-" + stated.version() + "-";
        String stem = Paths.stem(jar.name());
        if (!stem.startsWith(start) || stem.length() == start.length()) return Optional.empty();
        return Optional.of(
                new Coordinates(stated.group(), stated.artifact(), stated.version(), stem.substring(start.length())));
    }

    private JarIdentity byName(Jar jar, List<Coordinates> hints) {
        boolean sure = true;
        JarIdentity changed = null;
        List<Evidence> evidence = Candidates.evidence(jar);
        List<String> asked = new ArrayList<>();
        for (Coordinates candidate : candidates.of(jar, hints)) {
            asked.add(candidate.toString());
            Check check = repositories.check(candidate, jar.sha1());
            if (check.known() == Known.SAME) return confirmed(jar, candidate, check, evidence);
            if (check.known() == Known.OTHER && changed == null) changed = changed(jar, candidate, check, evidence);
            sure &= check.known() != Known.UNSURE;
        }
        // the bytes may be those of another version of an artifact that the jar may be
        Set<String> tried = new LinkedHashSet<>();
        for (Coordinates candidate : candidates.artifacts(jar, hints)) {
            if (!tried.add(candidate.key())) continue;
            asked.add(candidate.group() + ":" + candidate.artifact());
            Versions listed = repositories.versions(candidate.group(), candidate.artifact());
            sure &= listed.sure();
            List<String> newest = new ArrayList<>(listed.all());
            Collections.reverse(newest);
            for (String version : newest.subList(0, Math.min(VERSIONS, newest.size()))) {
                Coordinates one = candidate.withVersion(version);
                Check check = repositories.check(one, jar.sha1());
                if (check.known() == Known.SAME) return confirmed(jar, one, check, evidence);
            }
        }
        if (changed != null) return changed;
        Optional<JarIdentity> composed = sure ? composed(jar, evidence) : Optional.empty();
        if (composed.isPresent()) return composed.get();
        evidence.add(Evidence.of("repositories", "nothing under " + String.join(", ", asked)));
        JarIdentity.Sign sign = sure ? JarIdentity.Sign.NOBODY : JarIdentity.Sign.NAME;
        return new JarIdentity(Candidates.named(jar), sign, evidence, List.of());
    }

    private static JarIdentity repacked(Jar jar, Coordinates original, List<Evidence> evidence) {
        List<Evidence> all = new ArrayList<>(evidence);
        all.add(0, Evidence.of(jar.path(), "the same files as in " + original));
        return new JarIdentity(original, JarIdentity.Sign.REPACKED, all, List.of());
    }

    private JarIdentity changed(Jar jar, Coordinates original, Check check, List<Evidence> evidence) {
        List<Evidence> all = new ArrayList<>();
        Optional<Path> published = repositories.jar(original);
        if (published.isPresent()) {
            try {
                JarDifference difference = JarDifference.between(published.get(), tree.onDisk(jar.path()));
                if (difference.isEmpty()) return repacked(jar, original, evidence);
                for (String words : difference.text()) all.add(Evidence.of(jar.path(), words));
            } catch (IOException e) {
                LoggerFactory.getLogger(Identification.class).debug("{}", jar.path(), e);
            }
        }
        all.add(Evidence.of(check.repository(), original + " has different content"));
        all.addAll(evidence);
        return new JarIdentity(original, JarIdentity.Sign.CHANGED, all, List.of());
    }
}

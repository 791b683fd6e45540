package dev.pfeiler.ecosystem.jvm.setting;

import dev.pfeiler.ecosystem.jvm.archive.Jar;
import dev.pfeiler.ecosystem.jvm.language.SourceFile;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.proposal.Decision;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/** The Java level and the encoding of a project, with all that speaks for them. */
public final class ProjectSettings {
    public static final String LEVEL = "level";
    public static final String ENCODING = "encoding";

    /** A sign for a level, the strongest first in a list of them. */
    public record LevelSign(int level, Certainty certainty, String words, Evidence evidence) {}

    private ProjectSettings() {}

    /**
     * All signs of the level, strongest first: the wiring, classes built earlier, the syntax, the libraries.
     *
     * @param built class files built earlier, as places with their level
     * @param told what texts for people say
     */
    public static List<LevelSign> levelSigns(
            List<Wiring> wirings,
            List<LevelSign> built,
            Collection<SourceFile> sources,
            Collection<Jar> jars,
            List<LevelSign> told) {
        Set<LevelSign> signs = new LinkedHashSet<>();
        for (Wiring wiring : wirings) {
            for (Wiring.Setting setting : wiring.levels()) {
                parse(setting.value())
                        .ifPresent(level -> signs.add(new LevelSign(
                                level,
                                Certainty.CERTAIN,
                                "set in the " + wiring.kind().words(),
                                setting.evidence())));
            }
        }
        built.stream().max(Comparator.comparingInt(LevelSign::level)).ifPresent(signs::add);
        sources.stream()
                .filter(source -> source.newest().isPresent())
                .max(Comparator.comparingInt((SourceFile s) -> s.newest().get().level())
                        .thenComparing(Comparator.comparing(SourceFile::path).reversed()))
                .ifPresent(source -> {
                    var feature = source.newest().get();
                    signs.add(new LevelSign(
                            feature.level(),
                            Certainty.GUESS,
                            "the syntax needs it",
                            new Evidence(source.path(), source.features().get(feature), feature.words())));
                });
        jars.stream()
                .filter(jar -> jar.level() > 0)
                .max(Comparator.comparingInt(Jar::level))
                .ifPresent(jar -> signs.add(new LevelSign(
                        jar.level(),
                        Certainty.GUESS,
                        "a library is compiled for it",
                        Evidence.of(jar.path(), "classes of level " + jar.level()))));
        signs.addAll(told);
        return List.copyOf(signs);
    }

    /**
     * The level that follows from the signs.
     *
     * @param lowest the lowest level the compiler at hand still compiles
     */
    public static Decision level(List<LevelSign> signs, int lowest) {
        Optional<LevelSign> stated =
                signs.stream().filter(s -> s.certainty() != Certainty.GUESS).findFirst();
        int needed = signs.stream()
                .filter(s -> s.certainty() == Certainty.GUESS)
                .mapToInt(LevelSign::level)
                .max()
                .orElse(0);
        int usual = Math.max(lowest, 8);
        int wanted = stated.map(LevelSign::level).orElse(Math.max(needed, usual));
        int level = Math.max(wanted, lowest);
        String reason =
                stated.map(LevelSign::words).orElse(needed > usual ? neededBy(signs, needed) : "nothing asks for more");
        if (level > wanted) reason = "raised from " + wanted + ": the compiler here no longer compiles that level";
        List<Evidence> evidence = signs.stream().map(LevelSign::evidence).toList();
        Certainty certainty = stated.map(LevelSign::certainty).orElse(Certainty.GUESS);
        // of signs that say the same, the first place is enough
        Map<String, Decision.Alternative> others = new LinkedHashMap<>();
        for (LevelSign sign : signs) {
            String value = String.valueOf(sign.level());
            String why = sign.words() + ", " + sign.evidence().place();
            if (sign.level() != level) others.putIfAbsent(value + sign.words(), new Decision.Alternative(value, why));
        }
        return Decision.of(LEVEL, "Java level", String.valueOf(level), certainty, reason, evidence)
                .turningDown(List.copyOf(others.values()));
    }

    private static String neededBy(List<LevelSign> signs, int level) {
        return signs.stream()
                .filter(sign -> sign.level() == level)
                .map(LevelSign::words)
                .findFirst()
                .orElseThrow();
    }

    /** Reads a level as compilers take it: {@code 1.8} or {@code 8}. */
    public static Optional<Integer> parse(String text) {
        String plain = text.strip().replaceFirst("^1\\.(?=\\d)", "").replaceFirst("\\.0$", "");
        if (!plain.matches("\\d{1,2}")) return Optional.empty();
        int level = Integer.parseInt(plain);
        return level >= 1 ? Optional.of(level) : Optional.empty();
    }

    /** All encodings that wirings set, in the order of trust. */
    public static List<Wiring.Setting> encodings(List<Wiring> wirings) {
        return wirings.stream().flatMap(w -> w.settings("-encoding").stream()).toList();
    }

    /** The encoding that follows from the wiring, else from the bytes of all sources. */
    public static Decision encoding(List<Wiring> wirings, Collection<SourceFile> sources) {
        List<Wiring.Setting> all = encodings(wirings);
        Optional<Wiring.Setting> stated = all.stream().findFirst();
        List<SourceFile> telling = sources.stream()
                .filter(s -> s.encoding() != SourceFile.Encoding.ASCII)
                .sorted(Comparator.comparing(SourceFile::path))
                .toList();
        List<Evidence> evidence = new ArrayList<>();
        all.stream().map(Wiring.Setting::evidence).distinct().forEach(evidence::add);
        telling.stream()
                .limit(3)
                .forEach(s -> evidence.add(
                        Evidence.of(s.path(), "bytes are " + s.encoding().charset())));
        if (stated.isPresent()) {
            List<Decision.Alternative> others = all.stream()
                    .filter(s -> !s.value().equalsIgnoreCase(stated.get().value()))
                    .map(s -> new Decision.Alternative(
                            s.value(), "set at " + s.evidence().place()))
                    .toList();
            return Decision.of(
                            ENCODING,
                            "Encoding",
                            stated.get().value(),
                            Certainty.CERTAIN,
                            "set in the wiring",
                            evidence)
                    .turningDown(others);
        }
        if (telling.isEmpty()) {
            return Decision.of(ENCODING, "Encoding", "UTF-8", Certainty.CERTAIN, "all sources are ASCII", evidence);
        }
        var counts = telling.stream()
                .collect(Collectors.groupingBy(SourceFile::encoding, java.util.TreeMap::new, Collectors.counting()));
        var most = counts.entrySet().stream()
                .max(java.util.Map.Entry.comparingByValue())
                .orElseThrow()
                .getKey();
        // a text that is valid UTF-8 beyond ASCII is hardly ever anything else; the reverse is no sign at all
        boolean alone = counts.size() == 1;
        Certainty certainty = alone ? Certainty.LIKELY : Certainty.GUESS;
        String reason = alone
                ? telling.size() + " of " + sources.size() + " sources are not ASCII, all of them decode as this"
                : "most of the " + telling.size() + " sources that are not ASCII decode as this";
        List<Decision.Alternative> others = counts.keySet().stream()
                .filter(encoding -> encoding != most)
                .map(encoding ->
                        new Decision.Alternative(encoding.charset(), counts.get(encoding) + " sources decode so"))
                .toList();
        return Decision.of(ENCODING, "Encoding", most.charset(), certainty, reason, evidence)
                .turningDown(others);
    }
}

package dev.pfeiler.ecosystem.jvm.setting;

import dev.pfeiler.artifact.archive.Jar;
import dev.pfeiler.ecosystem.jvm.language.JvmLanguage;
import dev.pfeiler.ecosystem.jvm.language.SourceEncoding;
import dev.pfeiler.ecosystem.jvm.language.SourceFile;
import dev.pfeiler.ecosystem.jvm.language.SyntaxSign;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.Question;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/** The Java level and the encoding of a project, with the evidence for them. */
public final class ProjectSettings {
    private static final Pattern FIRST_ONE = Pattern.compile("^1\\.(?=\\d)");
    private static final Pattern ZERO_END = Pattern.compile("\\.0$");
    private static final Pattern NUMBER = Pattern.compile("\\d{1,2}");

    public static final String LEVEL = "level";
    public static final String ENCODING = "encoding";
    private static final String ENCODING_TITLE = "Encoding";

    /** Something that shows the Java level; in a list, the strongest first. */
    public record LevelSign(int level, Certainty certainty, String text, Evidence evidence) {}

    private ProjectSettings() {}

    /**
     * All signs of the level, strongest first: the wiring, classes built earlier, the syntax, the libraries.
     *
     * @param built class files built earlier, as places with their level
     * @param documented what documents say
     */
    public static List<LevelSign> levelSigns(
            List<Wiring> wirings,
            List<LevelSign> built,
            Collection<SourceFile> sources,
            Collection<Jar> jars,
            List<LevelSign> documented) {
        Set<LevelSign> signs = new LinkedHashSet<>();
        for (Wiring wiring : wirings)
            wiring.packedFirst().stream()
                    .filter(Wiring.Compilation::compilesJava)
                    .forEach(call -> stated(call, wiring).ifPresent(signs::add));
        // another compiler's level holds for sources in Java only as far as they can be compiled for it
        int needed = sources.stream()
                .filter(source -> source.language() == JvmLanguage.JAVA)
                .flatMap(source -> source.newest().stream())
                .mapToInt(SyntaxSign::level)
                .max()
                .orElse(0);
        for (Wiring wiring : wirings)
            wiring.packedFirst().stream()
                    .filter(call -> !call.compilesJava())
                    .flatMap(call -> stated(call, wiring).stream())
                    .filter(sign -> sign.level() >= needed)
                    .forEach(signs::add);
        built.stream().max(Comparator.comparingInt(LevelSign::level)).ifPresent(signs::add);
        sources.stream()
                .filter(source -> source.newest().isPresent())
                .max(Comparator.comparingInt((SourceFile s) -> s.newest().get().level())
                        .thenComparing(Comparator.comparing(SourceFile::path).reversed()))
                .ifPresent(source -> {
                    SyntaxSign sign = source.newest().get();
                    signs.add(new LevelSign(
                            sign.level(),
                            Certainty.GUESS,
                            "required by the syntax",
                            new Evidence(source.path(), sign.line(), sign.name())));
                });
        jars.stream()
                .filter(jar -> jar.level() > 0)
                .max(Comparator.comparingInt(Jar::level))
                .ifPresent(jar -> signs.add(new LevelSign(
                        jar.level(),
                        Certainty.GUESS,
                        "required by a library",
                        Evidence.of(jar.path(), "classes for Java " + jar.level()))));
        signs.addAll(documented);
        return List.copyOf(signs);
    }

    private static Optional<LevelSign> stated(Wiring.Compilation call, Wiring wiring) {
        return call.level().flatMap(setting -> parse(setting.value())
                .map(level -> new LevelSign(
                        level, Certainty.CERTAIN, "set in the " + wiring.kind().text(), setting.evidence())));
    }

    /**
     * The level that follows from the signs.
     *
     * @param lowest the lowest level that the compiler supports
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
        String reason = stated.map(LevelSign::text)
                .orElse(needed > usual ? requiredBy(signs, needed) : "nothing requires a later one");
        if (level > wanted) reason = "raised from " + wanted + ": the installed compiler does not support that level";
        List<Evidence> evidence = signs.stream().map(LevelSign::evidence).toList();
        Certainty certainty = stated.map(LevelSign::certainty).orElse(Certainty.GUESS);
        // of signs that say the same, the first place is enough
        Map<String, Decision.Alternative> others = new LinkedHashMap<>();
        for (LevelSign sign : signs) {
            String value = String.valueOf(sign.level());
            String why = sign.text() + ", " + sign.evidence().place();
            if (sign.level() != level) others.putIfAbsent(value + sign.text(), new Decision.Alternative(value, why));
        }
        return Decision.of(LEVEL, "Java level", String.valueOf(level), certainty, reason, evidence)
                .turningDown(List.copyOf(others.values()));
    }

    private static String requiredBy(List<LevelSign> signs, int level) {
        return signs.stream()
                .filter(sign -> sign.level() == level)
                .map(LevelSign::text)
                .findFirst()
                .orElseThrow();
    }

    /** Reads a level as compilers take it: {@code 1.8} or {@code 8}. */
    public static Optional<Integer> parse(String text) {
        String plain = ZERO_END.matcher(FIRST_ONE.matcher(text.strip()).replaceFirst(""))
                .replaceFirst("");
        if (!NUMBER.matcher(plain).matches()) return Optional.empty();
        int level = Integer.parseInt(plain);
        return level >= 1 ? Optional.of(level) : Optional.empty();
    }

    /** All encodings that wirings set, in the order of trust. */
    public static List<Wiring.Setting> encodings(List<Wiring> wirings) {
        return wirings.stream().flatMap(w -> w.settings("-encoding").stream()).toList();
    }

    /** The encoding that the wiring states, if it states one. */
    private static Optional<Decision> wiredEncoding(List<Wiring> wirings, List<SourceFile> telling) {
        List<Wiring.Setting> all = encodings(wirings);
        if (all.isEmpty()) return Optional.empty();
        String stated = all.get(0).value();
        List<Evidence> evidence = new ArrayList<>(
                all.stream().map(Wiring.Setting::evidence).distinct().toList());
        evidence.addAll(bytes(telling));
        List<Decision.Alternative> others = all.stream()
                .filter(s -> !s.value().equalsIgnoreCase(stated))
                .map(s -> new Decision.Alternative(
                        s.value(), "set at " + s.evidence().place()))
                .toList();
        return Optional.of(
                Decision.of(ENCODING, ENCODING_TITLE, stated, Certainty.CERTAIN, "set in the wiring", evidence)
                        .turningDown(others));
    }

    private static List<SourceFile> notAscii(Collection<SourceFile> sources) {
        return sources.stream()
                .filter(source -> !source.encoding().isAscii())
                .sorted(Comparator.comparing(SourceFile::path))
                .toList();
    }

    private static List<Evidence> bytes(List<SourceFile> telling) {
        return telling.stream()
                .limit(3)
                .map(source -> Evidence.of(
                        source.path(),
                        source.encoding().kind() == SourceEncoding.Kind.OTHER
                                ? source.encoding()
                                        .charset()
                                        .map(charset -> "bytes look like " + charset)
                                        .orElse("bytes of an 8-bit charset")
                                : "bytes are " + source.encoding().charset().orElseThrow()))
                .toList();
    }

    /**
     * The encoding that follows from the wiring, else from the bytes of all sources.
     *
     * @return nothing if neither shows it: the sources use an 8-bit charset, and every one of those decodes any bytes
     */
    public static Optional<Decision> encoding(List<Wiring> wirings, Collection<SourceFile> sources) {
        List<SourceFile> telling = notAscii(sources);
        Optional<Decision> wired = wiredEncoding(wirings, telling);
        if (wired.isPresent()) return wired;
        if (telling.isEmpty()) {
            return Optional.of(Decision.of(
                    ENCODING, ENCODING_TITLE, "UTF-8", Certainty.CERTAIN, "all sources are ASCII", List.of()));
        }
        boolean unicode = telling.stream().noneMatch(source -> source.encoding().kind() == SourceEncoding.Kind.OTHER);
        Map<String, Long> counts = counts(telling);
        if (!unicode || counts.size() > 1) return Optional.empty();
        String charset = counts.keySet().iterator().next();
        String reason =
                telling.size() + " of " + sources.size() + " sources are not ASCII; all of them are valid " + charset;
        return Optional.of(Decision.of(ENCODING, ENCODING_TITLE, charset, Certainty.LIKELY, reason, bytes(telling)));
    }

    /** The question which encoding sources have whose bytes do not show it, with the best guess as its default. */
    public static Question encodingQuestion(Collection<SourceFile> sources) {
        List<SourceFile> telling = notAscii(sources);
        Map<String, Long> counts = counts(telling);
        String guess = counts.entrySet().stream()
                .max(Map.Entry.<String, Long>comparingByValue().thenComparing(Map.Entry.comparingByKey()))
                .map(Map.Entry::getKey)
                .orElse("windows-1252");
        String text = telling.size() + " of " + sources.size()
                + " sources are not ASCII, and their bytes do not show the encoding. Which is it?";
        return new Question(ENCODING, text, Optional.of(guess), List.copyOf(counts.keySet()));
    }

    /** Sources that show something of their encoding. */
    public static List<Evidence> encodingEvidence(Collection<SourceFile> sources) {
        return bytes(notAscii(sources));
    }

    private static Map<String, Long> counts(List<SourceFile> telling) {
        return telling.stream()
                .flatMap(source -> source.encoding().charset().stream())
                .collect(Collectors.groupingBy(charset -> charset, TreeMap::new, Collectors.counting()));
    }
}

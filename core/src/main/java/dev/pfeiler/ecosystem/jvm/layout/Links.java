package dev.pfeiler.ecosystem.jvm.layout;

import dev.pfeiler.ecosystem.jvm.language.Names;
import dev.pfeiler.ecosystem.jvm.language.SourceFile;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/** Which sources name which. Sources are numbered, as there may be a hundred thousand with many links each. */
final class Links {
    private final List<SourceFile> sources;
    private final Map<SourceFile, Integer> numbers = new HashMap<>();
    /** Of each source the numbers of those that it names, itself left out. */
    private final int[][] uses;

    private final int[][] usedBy;

    private Links(List<SourceFile> sources) {
        this.sources = sources;
        Names<Integer> names = new Names<>();
        for (int i = 0; i < sources.size(); i++) {
            numbers.put(sources.get(i), i);
            names.add(i, sources.get(i).typeNames());
        }
        uses = IntStream.range(0, sources.size())
                .parallel()
                .mapToObj(i -> names.owners(sources.get(i)).stream()
                        .mapToInt(Integer::intValue)
                        .filter(used -> used != i)
                        .toArray())
                .toArray(int[][]::new);
        int[] counts = new int[uses.length];
        for (int[] used : uses) for (int one : used) counts[one]++;
        usedBy = new int[uses.length][];
        for (int i = 0; i < usedBy.length; i++) usedBy[i] = new int[counts[i]];
        for (int user = 0; user < uses.length; user++) for (int one : uses[user]) usedBy[one][--counts[one]] = user;
    }

    static Links of(Collection<SourceFile> sources) {
        return new Links(List.copyOf(sources));
    }

    Stream<SourceFile> uses(SourceFile source) {
        return IntStream.of(uses[numbers.get(source)]).mapToObj(sources::get);
    }

    Stream<SourceFile> usedBy(SourceFile source) {
        return IntStream.of(usedBy[numbers.get(source)]).mapToObj(sources::get);
    }
}

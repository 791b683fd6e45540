package dev.pfeiler.cli.options;

import dev.pfeiler.Ecosystems;
import dev.pfeiler.fresh.Kind;
import java.util.Iterator;
import java.util.stream.Stream;

/** The values that options take: what there is now, in the order in which it is proposed. */
public final class Candidates {
    private Candidates() {}

    /** Build tools. */
    public static final class Targets implements Iterable<String> {
        @Override
        public Iterator<String> iterator() {
            return Ecosystems.shipped().targets().iterator();
        }
    }

    /** Languages of fresh projects. */
    public static final class Languages implements Iterable<String> {
        @Override
        public Iterator<String> iterator() {
            return Ecosystems.shipped().all().stream()
                    .flatMap(ecosystem -> ecosystem.creator().stream())
                    .flatMap(creator -> creator.languages().stream())
                    .map(language -> language.id())
                    .iterator();
        }
    }

    /** Kinds of fresh projects. */
    public static final class Kinds implements Iterable<String> {
        @Override
        public Iterator<String> iterator() {
            return Stream.of(Kind.values()).map(Kind::id).iterator();
        }
    }
}

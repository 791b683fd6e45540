package dev.pfeiler.cli.options;

import dev.pfeiler.Ecosystems;
import dev.pfeiler.Pfeiler;
import dev.pfeiler.fresh.Kind;
import dev.pfeiler.fresh.Need;
import dev.pfeiler.process.Environment;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Collections;
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

    /** Needs of fresh projects. */
    public static final class Needs implements Iterable<String> {
        @Override
        public Iterator<String> iterator() {
            Pfeiler pfeiler = new Pfeiler(Environment.here().offline(true));
            return pfeiler.needs().all().stream().map(Need::id).iterator();
        }
    }

    /** Names of demo projects; what stands beside the program tells which there are. */
    public static final class Demos implements Iterable<String> {
        /** The file that describes a demo project, in its folder. */
        public static final String DESCRIPTION = "demo.properties";

        @Override
        public Iterator<String> iterator() {
            try (Stream<Path> folders =
                    Files.list(Path.of(System.getProperty("pfeiler.home", ".")).resolve("demo"))) {
                return folders.filter(folder -> Files.exists(folder.resolve(DESCRIPTION)))
                        .map(folder -> folder.getFileName().toString())
                        .sorted()
                        .toList()
                        .iterator();
            } catch (IOException e) {
                return Collections.emptyIterator();
            }
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

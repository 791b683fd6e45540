package dev.pfeiler.cli;

import static java.nio.file.StandardWatchEventKinds.ENTRY_CREATE;
import static java.nio.file.StandardWatchEventKinds.ENTRY_DELETE;
import static java.nio.file.StandardWatchEventKinds.ENTRY_MODIFY;
import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.Sketch;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.WatchEvent;
import java.nio.file.WatchKey;
import java.nio.file.WatchService;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Commands that read write nothing but the cache. */
class ReadingIT {
    @TempDir
    Path folder;

    @ParameterizedTest
    @ValueSource(
            strings = {"survey", "propose", "propose -v --json", "why pom", "find StringUtils", "convert --to ant"})
    void nothingIsWrittenButTheCache(String words) throws Exception {
        Path project = Program.demo("tidewatch", folder);
        Path cache = Files.createDirectories(folder.resolve("home/.cache"));
        Path temporary = Files.createDirectories(folder.resolve("tmp"));
        Program program = new Program()
                .with("XDG_CACHE_HOME", "")
                .with("TMPDIR", temporary.toString())
                .with("JAVA_TOOL_OPTIONS", "-Duser.home=" + folder.resolve("home") + " -Djava.io.tmpdir=" + temporary);
        List<Object> call = new ArrayList<>(List.of(words.split(" ")));
        if (!words.startsWith("find")) call.add(1, project);
        Map<String, String> before = new Sketch(project).digest();
        try (WatchService watch = folder.getFileSystem().newWatchService()) {
            Map<WatchKey, Path> keys = watched(watch, cache);
            Program.Run run = program.run(call.toArray());
            assertThat(run.exit()).as(run.err()).isLessThan(4);
            assertThat(events(watch, keys)).isEmpty();
        }
        assertThat(new Sketch(project).digest()).isEqualTo(before);
    }

    @Test
    void theWatchSeesWhatIsWritten() throws Exception {
        Path project = Program.demo("tidewatch", folder);
        try (WatchService watch = folder.getFileSystem().newWatchService()) {
            Map<WatchKey, Path> keys = watched(watch, folder.resolve("none"));
            Program.Run run = new Program().run("propose", "--write", project);
            assertThat(run.exit()).as(run.err()).isZero();
            assertThat(events(watch, keys)).contains(project.resolve("pfeiler.yaml") + " ENTRY_CREATE");
        }
    }

    private Map<WatchKey, Path> watched(WatchService watch, Path but) throws IOException {
        Map<WatchKey, Path> keys = new HashMap<>();
        try (Stream<Path> paths = Files.walk(folder)) {
            for (Path path : (Iterable<Path>) paths::iterator) {
                if (!Files.isDirectory(path) || path.startsWith(but)) continue;
                keys.put(path.register(watch, ENTRY_CREATE, ENTRY_DELETE, ENTRY_MODIFY), path);
            }
        }
        return keys;
    }

    private static List<String> events(WatchService watch, Map<WatchKey, Path> keys) throws InterruptedException {
        List<String> events = new ArrayList<>();
        for (WatchKey key = watch.poll(1, TimeUnit.SECONDS); key != null; key = watch.poll()) {
            for (WatchEvent<?> event : key.pollEvents()) {
                events.add(keys.get(key).resolve(event.context().toString()) + " " + event.kind());
            }
            key.reset();
        }
        return events;
    }
}

package dev.pfeiler.artifact.repository;

import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.remote.FileCache;
import dev.pfeiler.tree.Hashing;
import dev.pfeiler.tree.Paths;
import java.io.IOException;
import java.net.URI;
import java.net.URISyntaxException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Duration;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;
import org.eclipse.aether.repository.RemoteRepository;
import org.eclipse.aether.spi.connector.transport.GetTask;
import org.eclipse.aether.spi.connector.transport.TransportListener;
import org.eclipse.aether.spi.connector.transport.Transporter;
import org.eclipse.aether.transfer.NoTransporterException;
import org.eclipse.aether.transfer.TransferCancelledException;

/** Small files of remote repositories: checksums and lists of versions. What was answered is kept. */
final class RemoteFiles {
    /** A file larger than this is none of those; in bytes. */
    private static final long LARGEST = 4 << 20;
    /** How long the answer that there is no such file is kept, and how long a list of versions. */
    private static final Duration KEPT = Duration.ofDays(1);
    /** A repository that failed so often in one run is asked no more. */
    private static final int PATIENCE = 2;

    private final RepositoryAccess access;
    private final FileCache cache;
    private final Map<String, Integer> failures = new HashMap<>();
    private final Map<String, Finding> trouble = new HashMap<>();

    RemoteFiles(RepositoryAccess access, Path cache) {
        this.access = access;
        this.cache = new FileCache(cache);
    }

    /** What a repository has. */
    record Answer(String text, String repository) {}

    /**
     * What all repositories together said.
     *
     * @param sure whether each of them answered, so that what none has does not exist
     */
    record Reply(Optional<Answer> answer, boolean sure) {}

    /** What repositories said instead of an answer; one finding each. */
    synchronized List<Finding> trouble() {
        return List.copyOf(trouble.values());
    }

    /**
     * A file, from the first repository that has it.
     *
     * @param lasting whether it never changes once it is there
     * @param sound whether the text is what such a file holds; a sign-in page is not
     */
    Reply get(String path, boolean lasting, Predicate<String> sound) {
        boolean sure = true;
        if (!Paths.isPlain(path)) return new Reply(Optional.empty(), true);
        for (RemoteRepository repository : access.remotes()) {
            Reply reply = from(repository, path, lasting, sound);
            if (reply.answer().isPresent()) return reply;
            sure &= reply.sure();
        }
        return new Reply(Optional.empty(), sure);
    }

    private static Reply has(RemoteRepository repository, String text) {
        return new Reply(Optional.of(new Answer(text, RepositoryAccess.shown(repository))), true);
    }

    private Reply from(RemoteRepository repository, String path, boolean lasting, Predicate<String> sound) {
        String name = Hashing.sha256(repository.getUrl().getBytes(StandardCharsets.UTF_8))
                        .substring(0, 16) + "/" + path;
        Optional<String> kept = cache.get(name, lasting ? Optional.empty() : Optional.of(KEPT))
                .map(bytes -> new String(bytes, StandardCharsets.UTF_8))
                .filter(sound);
        if (kept.isPresent()) return has(repository, kept.get());
        if (cache.isAbsent(name, KEPT)) return new Reply(Optional.empty(), true);
        if (access.session().isOffline() || givenUp(repository)) return new Reply(Optional.empty(), false);
        try {
            Optional<String> text = fetch(repository, path);
            if (text.isEmpty()) {
                cache.keepAbsent(name);
                return new Reply(Optional.empty(), true);
            }
            if (sound.test(text.get())) {
                cache.keep(name, text.get().getBytes(StandardCharsets.UTF_8));
                return has(repository, text.get());
            }
            failed(repository, "answers " + path + " with an invalid response");
        } catch (IOException e) {
            failed(repository, "does not respond: " + e.getMessage());
        }
        return new Reply(Optional.empty(), false);
    }

    /** The text of a file; empty if the repository says that it has none. */
    private Optional<String> fetch(RemoteRepository repository, String path) throws IOException {
        try (Transporter transporter = access.transporters().newTransporter(access.session(), repository)) {
            GetTask task = new GetTask(new URI(null, null, path, null)).setListener(new Bound());
            try {
                transporter.get(task);
                return Optional.of(task.getDataString());
            } catch (Exception e) {
                if (transporter.classify(e) == Transporter.ERROR_NOT_FOUND) return Optional.empty();
                throw new IOException(said(e), e);
            }
        } catch (NoTransporterException | URISyntaxException e) {
            throw new IOException(e.getMessage(), e);
        }
    }

    private static String said(Exception e) {
        String message = e.getMessage() == null ? e.getClass().getSimpleName() : e.getMessage();
        return message.lines().findFirst().orElse("").strip();
    }

    private synchronized boolean givenUp(RemoteRepository repository) {
        return failures.getOrDefault(repository.getId(), 0) >= PATIENCE;
    }

    private synchronized void failed(RemoteRepository repository, String what) {
        failures.merge(repository.getId(), 1, Integer::sum);
        String name = RepositoryAccess.shown(repository);
        trouble.putIfAbsent(
                repository.getId(),
                Finding.trouble(
                        "repository " + name,
                        what + "; whether it has an artifact remains unconfirmed",
                        Evidence.of("repository " + name, "")));
    }

    /** Ends a transfer that grows beyond what such a file can be. */
    private static final class Bound extends TransportListener {
        private long all;

        @Override
        public void transportProgressed(ByteBuffer data) throws TransferCancelledException {
            all += data.remaining();
            if (all > LARGEST) throw new TransferCancelledException("the response is too long");
        }
    }
}

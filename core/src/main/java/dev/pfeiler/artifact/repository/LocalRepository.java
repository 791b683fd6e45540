package dev.pfeiler.artifact.repository;

import dev.pfeiler.tree.Hashing;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.Text;
import java.io.IOException;
import java.nio.file.FileVisitResult;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.SimpleFileVisitor;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** The user's local repository of artifacts, a folder in Maven layout. */
public final class LocalRepository {
    private static final Pattern SHA1 = Pattern.compile("[0-9a-f]{40}(\\s.*)?");

    private static final Logger LOG = LoggerFactory.getLogger(LocalRepository.class);

    /** The id of the repository that a converted project carries with it. */
    public static final String OWN = "local-repository";

    private final Path folder;
    private Map<Long, List<Held>> bySize;
    private final Map<String, List<Coordinates>> byArtifact = new HashMap<>();

    /**
     * A jar of the store.
     *
     * @param size in bytes
     * @param time of its last change, in milliseconds
     */
    record Held(Path file, long size, long time, Coordinates coordinates) {}

    public LocalRepository(Path folder) {
        this.folder = folder;
    }

    public Path folder() {
        return folder;
    }

    /** The file of an artifact, where the store has it. */
    public Optional<Path> file(Coordinates coordinates, String extension) {
        String path = coordinates.folder() + "/" + coordinates.fileName(extension);
        if (!Paths.isPlain(path)) return Optional.empty();
        Path file = folder.resolve(path);
        return Files.isRegularFile(file) ? Optional.of(file) : Optional.empty();
    }

    /**
     * The repositories that an artifact was fetched from, by the ids the settings gave them; empty if no one noted it.
     * The note, {@code _remote.repositories}, is a properties file with a key {@code FILE>ID} for each.
     */
    Set<String> origins(Coordinates coordinates) {
        Set<String> origins = new TreeSet<>(noted(coordinates));
        origins.remove("");
        return origins;
    }

    /** The jar of an artifact, where the store has it from a repository. */
    Optional<Path> published(Coordinates coordinates) {
        return file(coordinates, "jar").filter(jar -> isPublished(coordinates));
    }

    /** Whether an artifact came from a repository that other machines can reach, as far as that was noted. */
    boolean isPublished(Coordinates coordinates) {
        Set<String> noted = noted(coordinates);
        return noted.isEmpty() || noted.stream().anyMatch(id -> !id.isEmpty() && !id.equals(OWN));
    }

    private Set<String> noted(Coordinates coordinates) {
        Set<String> origins = new TreeSet<>();
        Path note = folder.resolve(coordinates.folder()).resolve("_remote.repositories");
        if (!Files.isRegularFile(note)) return origins;
        try {
            String start = coordinates.fileName("jar") + ">";
            for (String line : Files.readAllLines(note)) {
                if (!line.startsWith(start)) continue;
                String id = Text.before(line.substring(start.length()), "=");
                origins.add(id);
            }
        } catch (IOException e) {
            LOG.debug("{}", note, e);
        }
        return origins;
    }

    /** The versions of an artifact that the store has a jar of. */
    List<String> versions(String group, String artifact) {
        Path versions = folder.resolve(group.replace('.', '/')).resolve(artifact);
        if (!Files.isDirectory(versions)) return List.of();
        try (Stream<Path> all = Files.list(versions)) {
            return all.map(path -> path.getFileName().toString())
                    .filter(version ->
                            published(new Coordinates(group, artifact, version)).isPresent())
                    .sorted()
                    .toList();
        } catch (IOException e) {
            LOG.debug("{}", versions, e);
            return List.of();
        }
    }

    /**
     * The coordinates of all jars in the store with those bytes; only files of the same size are hashed. What was laid
     * there by hand, or came from a project's own repository, is left out: no other machine has it.
     */
    public List<Coordinates> holding(long size, String sha1) {
        List<Coordinates> found = new ArrayList<>();
        for (Held held : bySize().getOrDefault(size, List.of())) {
            try {
                if (checksum(held.file()).equals(sha1) && isPublished(held.coordinates())) {
                    found.add(held.coordinates());
                }
            } catch (IOException e) {
                LOG.debug("{}", held.file(), e);
            }
        }
        found.sort(null);
        return found;
    }

    /** The groups of which the store has an artifact of that name. */
    public Set<String> groups(String artifact) {
        bySize();
        return byArtifact.getOrDefault(artifact, List.of()).stream()
                .filter(this::isPublished)
                .map(Coordinates::group)
                .collect(Collectors.toCollection(TreeSet::new));
    }

    /** As the store noted it when it fetched the file, else worked out. */
    private static String checksum(Path file) throws IOException {
        Path noted = file.resolveSibling(file.getFileName() + ".sha1");
        if (Files.isRegularFile(noted)) {
            String text = Files.readString(noted).strip();
            if (SHA1.matcher(text).matches()) return text.substring(0, 40);
        }
        return Hashing.sha1(file);
    }

    private synchronized Map<Long, List<Held>> bySize() {
        if (bySize != null) return bySize;
        bySize = new HashMap<>();
        if (!Files.isDirectory(folder)) return bySize;
        try {
            Files.walkFileTree(folder, new SimpleFileVisitor<>() {
                @Override
                public FileVisitResult visitFile(Path file, BasicFileAttributes attributes) {
                    if (file.toString().endsWith(".jar")) {
                        long time = attributes.lastModifiedTime().toMillis();
                        coordinates(file).ifPresent(c -> {
                            bySize.computeIfAbsent(attributes.size(), s -> new ArrayList<>())
                                    .add(new Held(file, attributes.size(), time, c));
                            byArtifact
                                    .computeIfAbsent(c.artifact(), a -> new ArrayList<>())
                                    .add(c);
                        });
                    }
                    return FileVisitResult.CONTINUE;
                }

                @Override
                public FileVisitResult visitFileFailed(Path file, IOException e) {
                    return FileVisitResult.CONTINUE;
                }
            });
        } catch (IOException e) {
            LOG.debug("{}", folder, e);
        }
        return bySize;
    }

    /** The jars of the store, the newest first, as many as that. */
    List<Held> all(int most) {
        return bySize().values().stream()
                .flatMap(List::stream)
                .sorted(Comparator.comparingLong(Held::time).reversed().thenComparing(Held::coordinates))
                .limit(most)
                .toList();
    }

    /** Group, artifact and version are the folders, the classifier is what the file name has more. */
    private Optional<Coordinates> coordinates(Path file) {
        Path path = folder.relativize(file);
        int count = path.getNameCount();
        if (count < 4) return Optional.empty();
        String version = path.getName(count - 2).toString();
        String artifact = path.getName(count - 3).toString();
        String group = path.subpath(0, count - 3).toString().replace('\\', '/').replace('/', '.');
        String start = artifact + "-" + version;
        String name = path.getFileName().toString();
        if (!name.startsWith(start)) return Optional.empty();
        String rest = name.substring(start.length(), name.length() - ".jar".length());
        if (!rest.isEmpty() && !rest.startsWith("-")) return Optional.empty();
        return Optional.of(new Coordinates(group, artifact, version, rest.isEmpty() ? "" : rest.substring(1)));
    }
}

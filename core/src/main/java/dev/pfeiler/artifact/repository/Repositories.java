package dev.pfeiler.artifact.repository;

import dev.pfeiler.evidence.Finding;
import dev.pfeiler.process.Environment;
import dev.pfeiler.tree.Hashing;
import java.io.IOException;
import java.io.StringReader;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import org.apache.maven.artifact.repository.metadata.Metadata;
import org.apache.maven.artifact.repository.metadata.io.xpp3.MetadataXpp3Reader;
import org.codehaus.plexus.util.xml.pull.XmlPullParserException;
import org.eclipse.aether.AbstractRepositoryListener;
import org.eclipse.aether.DefaultRepositorySystemSession;
import org.eclipse.aether.RepositoryEvent;
import org.eclipse.aether.artifact.Artifact;
import org.eclipse.aether.artifact.DefaultArtifact;
import org.eclipse.aether.collection.CollectRequest;
import org.eclipse.aether.collection.DependencyCollectionException;
import org.eclipse.aether.graph.Dependency;
import org.eclipse.aether.graph.DependencyNode;
import org.eclipse.aether.graph.Exclusion;
import org.eclipse.aether.repository.RemoteRepository;
import org.eclipse.aether.resolution.ArtifactDescriptorException;
import org.eclipse.aether.resolution.ArtifactDescriptorRequest;
import org.eclipse.aether.resolution.ArtifactRequest;
import org.eclipse.aether.resolution.ArtifactResolutionException;
import org.slf4j.LoggerFactory;

/**
 * Where artifacts come from: the user's local repository, then the repositories that the user's Maven would ask.
 * Reading from them writes to Pfeiler's cache alone.
 */
public final class Repositories {
    private static final String CHECKSUM = "(?s)\\s*[0-9a-fA-F]{40}(\\s.*)?";

    /** The scopes of dependencies that a program runs with. */
    private static final Set<String> RUNNING = Set.of("compile", "runtime");

    private final Environment environment;
    private final MavenSettings settings;
    private final LocalRepository store;
    private RepositoryAccess access;
    private RemoteFiles files;
    private ClassIndex index;
    /** What artifacts depend on, as far as it was asked for. */
    private final Map<Coordinates, Optional<List<Declaration>>> needs = new ConcurrentHashMap<>();

    private Repositories(Environment environment) {
        this.environment = environment;
        this.settings = MavenSettings.of(environment);
        this.store = new LocalRepository(settings.localRepository());
    }

    /** Those that the user's settings name. */
    public static Repositories of(Environment environment) {
        return new Repositories(environment);
    }

    /** The user's local repository. */
    public LocalRepository store() {
        return store;
    }

    /** The classes of the local repository's jars; found out where it is first asked for. */
    public synchronized ClassIndex classes() {
        if (index == null) index = ClassIndex.of(store, environment.kept("classes"));
        return index;
    }

    /** Whether nothing is asked of other machines. */
    public boolean offline() {
        return settings.offline();
    }

    /** What repositories know of coordinates. */
    public enum Known {
        /** They have these very bytes. */
        SAME,
        /** They have other bytes. */
        OTHER,
        /** None has them. */
        ABSENT,
        /** Not all could be asked. */
        UNSURE
    }

    /**
     * The answer to whether coordinates have some bytes.
     *
     * @param repository who has something under the coordinates; empty if no one is known to
     */
    public record Check(Known known, String repository) {}

    /** Holds the SHA-1 of a jar against what the local repository, or a repository's checksum file, has for coordinates. */
    public Check check(Coordinates coordinates, String sha1) {
        Optional<Path> own = store.published(coordinates);
        if (own.isPresent()) {
            try {
                return new Check(Hashing.sha1(own.get()).equals(sha1) ? Known.SAME : Known.OTHER, "local repository");
            } catch (IOException e) {
                LoggerFactory.getLogger(Repositories.class).debug("{}", own.get(), e);
            }
        }
        String path = coordinates.folder() + "/" + coordinates.fileName("jar.sha1");
        RemoteFiles.Reply reply = files().get(path, true, text -> text.matches(CHECKSUM));
        return reply.answer()
                .map(answer -> {
                    String stated = answer.text().strip().substring(0, 40).toLowerCase(Locale.ROOT);
                    return new Check(
                            stated.equals(sha1) ? Known.SAME : Known.OTHER, "repository " + answer.repository());
                })
                .orElseGet(() -> new Check(reply.sure() ? Known.ABSENT : Known.UNSURE, ""));
    }

    /**
     * The versions of an artifact.
     *
     * @param all as repositories list them, oldest first
     * @param sure whether each repository answered
     */
    public record Versions(List<String> all, boolean sure) {
        public Versions {
            all = List.copyOf(all);
        }
    }

    /** The versions that the local repository and the repositories have of an artifact. */
    public Versions versions(String group, String artifact) {
        String path = group.replace('.', '/') + "/" + artifact + "/maven-metadata.xml";
        Set<String> versions = new LinkedHashSet<>();
        RemoteFiles.Reply reply =
                files().get(path, false, text -> metadata(text).isPresent());
        reply.answer()
                .flatMap(answer -> metadata(answer.text()))
                .ifPresent(metadata -> versions.addAll(metadata.getVersioning().getVersions()));
        versions.addAll(store.versions(group, artifact));
        return new Versions(List.copyOf(versions), reply.answer().isPresent() || reply.sure());
    }

    private static Optional<Metadata> metadata(String text) {
        try {
            Metadata metadata = new MetadataXpp3Reader().read(new StringReader(text), false);
            return Optional.of(metadata).filter(m -> m.getVersioning() != null);
        } catch (IOException | XmlPullParserException e) {
            return Optional.empty();
        }
    }

    /** The jar of an artifact: from the local repository, else fetched into Pfeiler's cache. */
    public Optional<Path> jar(Coordinates coordinates) {
        return file(coordinates, "jar");
    }

    /** The POM of an artifact: from the local repository, else fetched into Pfeiler's cache. */
    public Optional<Path> descriptor(Coordinates coordinates) {
        return file(coordinates, "pom");
    }

    private Optional<Path> file(Coordinates coordinates, String extension) {
        Optional<Path> own = store.file(coordinates, extension);
        if (own.isPresent() || offline()) return own;
        Artifact wanted = new DefaultArtifact(
                coordinates.group(),
                coordinates.artifact(),
                coordinates.classifier(),
                extension,
                coordinates.version());
        try {
            ArtifactRequest request = new ArtifactRequest(wanted, access().remotes(), null);
            return Optional.of(access().system()
                    .resolveArtifact(access().session(), request)
                    .getArtifact()
                    .getFile()
                    .toPath());
        } catch (ArtifactResolutionException e) {
            LoggerFactory.getLogger(Repositories.class).debug("{}", coordinates, e);
            return Optional.empty();
        }
    }

    /**
     * A repository besides the public one.
     *
     * @param id by which the user's settings know it
     */
    public record Place(String id, String url) {}

    /** The repository of the user's settings that has an artifact; empty if the usual one has it. */
    public Optional<Place> place(Coordinates coordinates) {
        List<RemoteRepository> further = settings.repositories().stream()
                .filter(repository -> !repository.getId().equals(MavenSettings.PUBLIC))
                .toList();
        if (further.isEmpty()) return Optional.empty();
        Set<String> origins = store.origins(coordinates);
        if (origins.isEmpty()) {
            String path = coordinates.folder() + "/" + coordinates.fileName("jar.sha1");
            files().get(path, true, text -> text.matches(CHECKSUM))
                    .answer()
                    .ifPresent(answer -> origins.add(answer.repository()));
        }
        if (origins.contains(MavenSettings.PUBLIC)) return Optional.empty();
        return further.stream()
                .filter(repository -> origins.contains(repository.getId()))
                .map(repository -> new Place(repository.getId(), repository.getUrl()))
                .findFirst();
    }

    /** What repositories said instead of an answer. */
    public List<Finding> trouble() {
        return files == null ? List.of() : files.trouble();
    }

    private synchronized RepositoryAccess access() {
        if (access == null) access = new RepositoryAccess(environment, settings);
        return access;
    }

    private synchronized RemoteFiles files() {
        if (files == null) files = new RemoteFiles(access(), environment.cache().resolve("remote"));
        return files;
    }

    /**
     * The class path that declarations lead to where the version declared nearest to the project is taken.
     *
     * @param pins versions that stand for what is not declared, by group and artifact
     */
    public Resolution resolve(Collection<Declaration> declarations, Map<String, Coordinates> pins) {
        return collect(request(declarations, pins), access().session());
    }

    /**
     * The class path that declarations lead to where the highest version is taken, whoever asks for it.
     *
     * @param pins versions that are taken all the same, by group and artifact
     */
    public Resolution resolve(
            Collection<Declaration> declarations, Map<String, Coordinates> pins, Comparator<String> ordering) {
        return new HighestVersionResolver(ordering, pins, this::needs).resolve(declarations);
    }

    /** What an artifact depends on at run time, as its descriptor says; nothing if no repository has that. */
    private Optional<List<Declaration>> needs(Coordinates coordinates) {
        return needs.computeIfAbsent(coordinates, this::read);
    }

    private Optional<List<Declaration>> read(Coordinates coordinates) {
        try {
            return Optional.of(access()
                    .system()
                    .readArtifactDescriptor(
                            access().session(),
                            new ArtifactDescriptorRequest(artifact(coordinates), access().remotes(), null))
                    .getDependencies()
                    .stream()
                    .filter(dependency -> !dependency.isOptional()
                            && RUNNING.contains(dependency.getScope())
                            && dependency.getArtifact().getExtension().equals("jar"))
                    .map(Repositories::declaration)
                    .toList());
        } catch (ArtifactDescriptorException e) {
            LoggerFactory.getLogger(Repositories.class).debug("{}", coordinates, e);
            return Optional.empty();
        }
    }

    private static Declaration declaration(Dependency dependency) {
        Set<String> excluded = new LinkedHashSet<>();
        dependency.getExclusions().forEach(one -> excluded.add(one.getGroupId() + ":" + one.getArtifactId()));
        return new Declaration(coordinates(dependency.getArtifact()), dependency.getScope(), excluded);
    }

    private static CollectRequest request(Collection<Declaration> declarations, Map<String, Coordinates> pins) {
        CollectRequest request = new CollectRequest();
        for (Declaration declaration : declarations) {
            List<Exclusion> exclusions = declaration.exclusions().stream()
                    .sorted()
                    .map(key -> key.split(":"))
                    .map(parts -> new Exclusion(parts[0], parts[1], "*", "*"))
                    .toList();
            request.addDependency(
                    new Dependency(artifact(declaration.coordinates()), declaration.scope(), false, exclusions));
        }
        pins.values().forEach(pin -> request.addManagedDependency(new Dependency(artifact(pin), "")));
        return request;
    }

    /**
     * The class path that a module of a project has when it runs, as its descriptor says now.
     *
     * @param descriptors of the project's modules and of their parent, by group and artifact
     * @param own the repository that the project carries with it
     */
    public Resolution running(Coordinates module, Map<String, Path> descriptors, Path own) {
        CollectRequest request = new CollectRequest();
        request.setRoot(new Dependency(artifact(module), ""));
        Resolution whole = collect(request, access().session(new OwnArtifacts(descriptors, own)));
        return new Resolution(
                whole.artifacts().stream()
                        .filter(a -> a.scope().equals("compile") || a.scope().equals("runtime"))
                        .toList(),
                whole.unknown());
    }

    /** The versions that a bill of materials states, by group and artifact; none if no repository has it. */
    public Map<String, Coordinates> managed(Coordinates bom) {
        Artifact descriptor = new DefaultArtifact(bom.group(), bom.artifact(), "pom", bom.version());
        Map<String, Coordinates> managed = new LinkedHashMap<>();
        try {
            access().system()
                    .readArtifactDescriptor(
                            access().session(), new ArtifactDescriptorRequest(descriptor, access().remotes(), null))
                    .getManagedDependencies()
                    .forEach(dependency -> {
                        Coordinates stated = coordinates(dependency.getArtifact());
                        managed.putIfAbsent(stated.key(), stated);
                    });
        } catch (ArtifactDescriptorException e) {
            LoggerFactory.getLogger(Repositories.class).debug("{}", bom, e);
        }
        return managed;
    }

    private Resolution collect(CollectRequest request, DefaultRepositorySystemSession session) {
        request.setRepositories(access().remotes());
        Set<Coordinates> unknown = Collections.synchronizedSet(new LinkedHashSet<>());
        session.setRepositoryListener(new AbstractRepositoryListener() {
            @Override
            public void artifactDescriptorMissing(RepositoryEvent event) {
                unknown.add(coordinates(event.getArtifact()));
            }

            @Override
            public void artifactDescriptorInvalid(RepositoryEvent event) {
                unknown.add(coordinates(event.getArtifact()));
            }
        });
        DependencyNode root;
        try {
            root = access().system().collectDependencies(session, request).getRoot();
        } catch (DependencyCollectionException e) {
            // as far as it came
            LoggerFactory.getLogger(Repositories.class).debug("not all was collected", e);
            root = e.getResult().getRoot();
        }
        List<Resolved> artifacts = new ArrayList<>();
        if (root != null) root.getChildren().forEach(child -> add(child, List.of(), artifacts));
        return new Resolution(artifacts, unknown);
    }

    private static void add(DependencyNode node, List<Coordinates> via, List<Resolved> artifacts) {
        Coordinates coordinates = coordinates(node.getArtifact());
        if (node.getArtifact().getExtension().equals("jar")) {
            artifacts.add(new Resolved(coordinates, node.getDependency().getScope(), via));
        }
        List<Coordinates> further = new ArrayList<>(via);
        further.add(coordinates);
        node.getChildren().forEach(child -> add(child, further, artifacts));
    }

    private static Artifact artifact(Coordinates c) {
        return new DefaultArtifact(c.group(), c.artifact(), c.classifier(), "jar", c.version());
    }

    private static Coordinates coordinates(Artifact artifact) {
        return new Coordinates(
                artifact.getGroupId(), artifact.getArtifactId(), artifact.getVersion(), artifact.getClassifier());
    }
}

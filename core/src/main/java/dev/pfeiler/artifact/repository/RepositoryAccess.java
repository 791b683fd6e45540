package dev.pfeiler.artifact.repository;

import dev.pfeiler.process.Environment;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.apache.maven.repository.internal.MavenRepositorySystemUtils;
import org.eclipse.aether.DefaultRepositoryCache;
import org.eclipse.aether.DefaultRepositorySystemSession;
import org.eclipse.aether.RepositorySystem;
import org.eclipse.aether.repository.LocalRepository;
import org.eclipse.aether.repository.RemoteRepository;
import org.eclipse.aether.repository.RepositoryPolicy;
import org.eclipse.aether.spi.connector.transport.TransporterProvider;
import org.eclipse.aether.supplier.RepositorySystemSupplier;
import org.eclipse.aether.util.repository.ChainedWorkspaceReader;
import org.eclipse.aether.util.repository.SimpleArtifactDescriptorPolicy;

/** How repositories are reached: the user's settings, with the local repository read from and never written to. */
final class RepositoryAccess {
    /** How long a repository may take to be reached, and then to answer; in milliseconds. */
    private static final int CONNECT = 5_000;

    private static final int ANSWER = 10_000;
    /** How long to wait before asking a second time; in milliseconds. */
    private static final long RETRY = 300;

    private final Supplier supplier = new Supplier();
    private final RepositorySystem system = supplier.get();
    private final DefaultRepositorySystemSession session = MavenRepositorySystemUtils.newSession();
    private final List<RemoteRepository> remotes;

    RepositoryAccess(Environment environment, MavenSettings settings) {
        // what is fetched goes to Pfeiler's cache: reading a project changes nothing of the user's
        LocalRepository own =
                new LocalRepository(environment.cache().resolve("repository").toFile());
        session.setLocalRepositoryManager(system.newLocalRepositoryManager(session, own));
        session.setWorkspaceReader(new OwnArtifacts(Map.of(), settings.localRepository()));
        session.setOffline(settings.offline());
        session.setMirrorSelector(settings.mirrors());
        session.setProxySelector(settings.proxies());
        session.setAuthenticationSelector(settings.authentications());
        session.setSystemProperties(System.getProperties());
        session.setChecksumPolicy(RepositoryPolicy.CHECKSUM_POLICY_FAIL);
        session.setUpdatePolicy(RepositoryPolicy.UPDATE_POLICY_DAILY);
        session.setArtifactDescriptorPolicy(new SimpleArtifactDescriptorPolicy(true, true));
        session.setConfigProperty("aether.connector.connectTimeout", CONNECT);
        session.setConfigProperty("aether.connector.requestTimeout", ANSWER);
        session.setConfigProperty("aether.connector.http.retryHandler.count", 1);
        session.setConfigProperty("aether.connector.http.retryHandler.interval", RETRY);
        // descriptors are read once, however often a class path is resolved
        session.setCache(new DefaultRepositoryCache());
        remotes = system.newResolutionRepositories(session, settings.repositories());
    }

    RepositorySystem system() {
        return system;
    }

    /** A session of its own for one caller's listeners. */
    DefaultRepositorySystemSession session() {
        return new DefaultRepositorySystemSession(session);
    }

    /** A session that finds some artifacts in a project, before it looks anywhere else. */
    DefaultRepositorySystemSession session(OwnArtifacts own) {
        DefaultRepositorySystemSession with = session();
        with.setWorkspaceReader(ChainedWorkspaceReader.newInstance(own, session.getWorkspaceReader()));
        // what was read without them may have been another descriptor
        with.setCache(new DefaultRepositoryCache());
        return with;
    }

    /** After mirrors took their places. */
    List<RemoteRepository> remotes() {
        return remotes;
    }

    TransporterProvider transporters() {
        return supplier.transporters;
    }

    /** Keeps the transports at hand, which are needed for files that are no artifacts. */
    private static final class Supplier extends RepositorySystemSupplier {
        private TransporterProvider transporters;

        @Override
        protected TransporterProvider getTransporterProvider(
                Map<String, org.eclipse.aether.spi.connector.transport.TransporterFactory> factories) {
            transporters = super.getTransporterProvider(factories);
            return transporters;
        }
    }

    /** The address of a repository without what may be secret in it. */
    static String shown(RemoteRepository repository) {
        return Optional.of(repository.getId()).filter(id -> !id.isBlank()).orElse("a repository");
    }
}

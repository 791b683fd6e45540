package dev.pfeiler.artifact.repository;

import dev.pfeiler.process.Environment;
import dev.pfeiler.tree.Text;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Properties;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.apache.maven.model.Model;
import org.apache.maven.settings.Mirror;
import org.apache.maven.settings.Profile;
import org.apache.maven.settings.Proxy;
import org.apache.maven.settings.Repository;
import org.apache.maven.settings.Server;
import org.apache.maven.settings.Settings;
import org.apache.maven.settings.building.DefaultSettingsBuilderFactory;
import org.apache.maven.settings.building.DefaultSettingsBuildingRequest;
import org.apache.maven.settings.building.SettingsBuildingException;
import org.apache.maven.settings.crypto.DefaultSettingsDecrypter;
import org.apache.maven.settings.crypto.DefaultSettingsDecryptionRequest;
import org.eclipse.aether.repository.RemoteRepository;
import org.eclipse.aether.util.repository.AuthenticationBuilder;
import org.eclipse.aether.util.repository.DefaultAuthenticationSelector;
import org.eclipse.aether.util.repository.DefaultMirrorSelector;
import org.eclipse.aether.util.repository.DefaultProxySelector;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.sonatype.plexus.components.cipher.DefaultPlexusCipher;
import org.sonatype.plexus.components.sec.dispatcher.DefaultSecDispatcher;

/** The user's Maven settings, as far as they say where artifacts are had from. What they hold may be secret. */
final class MavenSettings {
    private static final Logger LOG = LoggerFactory.getLogger(MavenSettings.class);
    /** The descriptor that all others inherit from names the repository that is asked where nothing says otherwise. */
    private static final String SUPER_POM = "/org/apache/maven/model/pom-4.0.0.xml";

    /** The id of the repository that is asked where nothing says otherwise. */
    static final String PUBLIC = "central";

    private static final Pattern URL = Pattern.compile("<url>(https://[^<]+)</url>");

    private final Environment environment;
    private final Settings settings;

    private MavenSettings(Environment environment, Settings settings) {
        this.environment = environment;
        this.settings = settings;
    }

    /** Reads the settings of the user and of the installation; broken ones count as none. */
    static MavenSettings of(Environment environment) {
        Path own = environment.home().resolve(".m2/settings.xml");
        Optional<Path> shared = environment.program("mvn").flatMap(MavenSettings::installed);
        if (!Files.exists(own) && shared.isEmpty()) return new MavenSettings(environment, new Settings());
        Properties system = new Properties();
        environment.variables().forEach((name, value) -> system.setProperty("env." + name, value));
        system.setProperty("user.home", environment.home().toString());
        DefaultSettingsBuildingRequest request = new DefaultSettingsBuildingRequest();
        request.setSystemProperties(system);
        if (Files.exists(own)) request.setUserSettingsFile(own.toFile());
        shared.ifPresent(file -> request.setGlobalSettingsFile(file.toFile()));
        try {
            Settings read = new DefaultSettingsBuilderFactory()
                    .newInstance()
                    .build(request)
                    .getEffectiveSettings();
            return new MavenSettings(environment, read);
        } catch (SettingsBuildingException e) {
            // its message quotes the file
            LOG.warn("{} cannot be read; the default repositories are used", own);
            return new MavenSettings(environment, new Settings());
        }
    }

    private static Optional<Path> installed(Path mvn) {
        try {
            Path file = mvn.toRealPath().resolve("../../conf/settings.xml").normalize();
            return Files.exists(file) ? Optional.of(file) : Optional.empty();
        } catch (IOException e) {
            return Optional.empty();
        }
    }

    /** The folder of the local repository. */
    Path localRepository() {
        String named = settings.getLocalRepository();
        if (named == null || named.isBlank()) return environment.home().resolve(".m2/repository");
        return Path.of(named.strip().replace("${user.home}", environment.home().toString()));
    }

    /** Whether the user, or the settings, want nothing asked of other machines. */
    boolean offline() {
        String words = environment.variables().getOrDefault("MAVEN_ARGS", "");
        boolean asWord = Text.words(words).stream().anyMatch(w -> w.equals("-o") || w.equals("--offline"));
        return environment.offline() || settings.isOffline() || asWord;
    }

    /** The repositories that are asked, before mirrors take their places: those of active profiles, then the public one. */
    List<RemoteRepository> repositories() {
        List<RemoteRepository> repositories = new ArrayList<>();
        for (Profile profile : settings.getProfiles()) {
            boolean active = settings.getActiveProfiles().contains(profile.getId())
                    || profile.getActivation() != null
                            && profile.getActivation().isActiveByDefault();
            if (!active) continue;
            for (Repository repository : profile.getRepositories()) {
                repositories.add(
                        new RemoteRepository.Builder(repository.getId(), "default", repository.getUrl()).build());
            }
        }
        if (repositories.stream().noneMatch(r -> r.getId().equals(PUBLIC))) {
            repositories.add(new RemoteRepository.Builder(PUBLIC, "default", publicAddress()).build());
        }
        return repositories;
    }

    private static String publicAddress() {
        try (InputStream in = Model.class.getResourceAsStream(SUPER_POM)) {
            Matcher matcher = URL.matcher(new String(in.readAllBytes(), StandardCharsets.UTF_8));
            if (!matcher.find()) throw new IllegalStateException("no URL in " + SUPER_POM);
            return matcher.group(1);
        } catch (IOException e) {
            throw new IllegalStateException(e);
        }
    }

    DefaultMirrorSelector mirrors() {
        DefaultMirrorSelector selector = new DefaultMirrorSelector();
        for (Mirror mirror : settings.getMirrors()) {
            selector.add(
                    mirror.getId(),
                    mirror.getUrl(),
                    mirror.getLayout(),
                    false,
                    mirror.isBlocked(),
                    mirror.getMirrorOf(),
                    mirror.getMirrorOfLayouts());
        }
        return selector;
    }

    DefaultProxySelector proxies() {
        DefaultProxySelector selector = new DefaultProxySelector();
        for (Proxy proxy : settings.getProxies()) {
            if (!proxy.isActive()) continue;
            AuthenticationBuilder authentication =
                    new AuthenticationBuilder().addUsername(proxy.getUsername()).addPassword(proxy.getPassword());
            selector.add(
                    new org.eclipse.aether.repository.Proxy(
                            proxy.getProtocol(), proxy.getHost(), proxy.getPort(), authentication.build()),
                    proxy.getNonProxyHosts());
        }
        return selector;
    }

    DefaultAuthenticationSelector authentications() {
        DefaultAuthenticationSelector selector = new DefaultAuthenticationSelector();
        for (Server server : servers()) {
            AuthenticationBuilder authentication = new AuthenticationBuilder()
                    .addUsername(server.getUsername())
                    .addPassword(server.getPassword())
                    .addPrivateKey(server.getPrivateKey(), server.getPassphrase());
            selector.add(server.getId(), authentication.build());
        }
        return selector;
    }

    private List<Server> servers() {
        if (settings.getServers().isEmpty()) return List.of();
        Path master = environment.home().resolve(".m2/settings-security.xml");
        DefaultSecDispatcher dispatcher =
                new DefaultSecDispatcher(new DefaultPlexusCipher(), java.util.Map.of(), master.toString());
        return new DefaultSettingsDecrypter(dispatcher)
                .decrypt(new DefaultSettingsDecryptionRequest(settings))
                .getServers();
    }
}

package dev.pfeiler.ecosystem.node.registry;

import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.PackageServer;
import dev.pfeiler.process.Environment;
import dev.pfeiler.remote.Integrity;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Base64;
import java.util.HashMap;
import java.util.HexFormat;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class RegistryTest {
    @TempDir
    Path home;

    private Environment environment(Map<String, String> variables, boolean offline) {
        Map<String, String> all = new HashMap<>(variables);
        all.put("XDG_CACHE_HOME", home.resolve("cache").toString());
        return new Environment(home, all, Path.of(System.getProperty("java.home")), offline);
    }

    @Test
    void settingsAreReadAsNpmReadsThem() throws IOException {
        Files.writeString(
                home.resolve(".npmrc"),
                "registry = https://user.example/\n; a comment\n@port:registry=https://port.example/npm\n"
                        + "//port.example/npm/:_authToken=${PORT_TOKEN}\ncache=~/kept\n");
        Environment environment = environment(Map.of("PORT_TOKEN", "t-1"), false);
        NpmSettings user = NpmSettings.of("", environment);
        assertThat(user.registry("lodash")).isEqualTo("https://user.example/");
        assertThat(user.registry("@port/mast")).isEqualTo("https://port.example/npm/");
        assertThat(user.authorization("https://port.example/npm/@port%2fmast")).contains("Bearer t-1");
        assertThat(user.authorization("https://user.example/lodash")).isEmpty();
        assertThat(user.cache()).isEqualTo(home.resolve("kept"));
        assertThat(NpmSettings.of("registry=https://project.example", environment)
                        .registry("lodash"))
                .as("the project's own over the user's")
                .isEqualTo("https://project.example/");
        Environment set =
                environment(Map.of("npm_config_registry", "https://set.example", "npm_config_offline", "true"), false);
        assertThat(NpmSettings.of("registry=https://project.example", set).registry("lodash"))
                .isEqualTo("https://set.example/");
        assertThat(NpmSettings.of("", set).offline()).isTrue();
    }

    @Test
    void versionsAndFilesComeFromTheRegistry() throws IOException {
        try (PackageServer server = new PackageServer()) {
            server.publish("@port/mast", "1.9.0", "", "index.js", "old")
                    .publish("@port/mast", "1.10.0", "{\"engines\":{\"node\":\">=18\"}}", "index.js", "new")
                    .publish("@port/mast", "2.0.0-beta.1", "");
            Environment environment = environment(Map.of("npm_config_registry", server.address()), false);
            Registry registry = new Registry(NpmSettings.of("", environment), environment);
            Packument packument = registry.packument("@port/mast").orElseThrow();
            assertThat(packument.versions()).containsExactly("1.10.0", "1.9.0");
            assertThat(packument.manifest("1.10.0").engine().orElseThrow().getMajor())
                    .isEqualTo(18);
            assertThat(registry.files(packument, "1.9.0").orElseThrow().get("index.js"))
                    .asString(StandardCharsets.UTF_8)
                    .isEqualTo("old");
            assertThat(registry.packument("nowhere")).isEmpty();
            assertThat(registry.isUnreachable()).isFalse();
        }
    }

    @Test
    void withoutANetworkTheCacheOfNpmIsEnough() throws IOException {
        byte[] document = "{\"name\":\"mast\",\"versions\":{\"1.0.0\":{}}}".getBytes(StandardCharsets.UTF_8);
        cached("https://port.example/mast", document);
        Environment environment = environment(
                Map.of(
                        "npm_config_registry",
                        "https://port.example",
                        "npm_config_cache",
                        home.resolve("npm").toString()),
                true);
        Registry registry = new Registry(NpmSettings.of("", environment), environment);
        assertThat(registry.packument("mast").orElseThrow().versions()).containsExactly("1.0.0");
        assertThat(registry.packument("lamp")).isEmpty();
        assertThat(registry.isUnreachable()).isTrue();
    }

    /** Writes what npm would keep of an answer. */
    private void cached(String address, byte[] body) throws IOException {
        String key = "make-fetch-happen:request-cache:" + address;
        String hash = HexFormat.of()
                .formatHex(dev.pfeiler.remote.Integrity.digest("SHA-256").digest(key.getBytes(StandardCharsets.UTF_8)));
        String integrity = PackageServer.integrity(body);
        Path cache = home.resolve("npm/_cacache");
        Path index = cache.resolve(
                "index-v5/" + hash.substring(0, 2) + "/" + hash.substring(2, 4) + "/" + hash.substring(4));
        Files.createDirectories(index.getParent());
        Files.writeString(index, "\nchecksum\t{\"key\":\"" + key + "\",\"integrity\":\"" + integrity + "\"}");
        String hex = HexFormat.of().formatHex(Base64.getDecoder().decode(integrity.substring(7)));
        Path content = cache.resolve(
                "content-v2/sha512/" + hex.substring(0, 2) + "/" + hex.substring(2, 4) + "/" + hex.substring(4));
        Files.createDirectories(content.getParent());
        Files.write(content, body);
    }

    @Test
    void anArchiveWithAnotherHashIsNotTaken() {
        byte[] bytes = "x".getBytes(StandardCharsets.UTF_8);
        assertThat(Integrity.fits(bytes, PackageServer.integrity(bytes))).isTrue();
        assertThat(Integrity.fits(bytes, PackageServer.integrity("y".getBytes(StandardCharsets.UTF_8))))
                .isFalse();
    }
}

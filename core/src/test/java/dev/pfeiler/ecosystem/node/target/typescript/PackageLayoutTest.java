package dev.pfeiler.ecosystem.node.target.typescript;

import static org.assertj.core.api.Assertions.assertThat;

import dev.pfeiler.PackageServer;
import dev.pfeiler.Sketch;
import dev.pfeiler.ecosystem.node.library.InstalledPackages;
import dev.pfeiler.ecosystem.node.model.Dependencies;
import dev.pfeiler.ecosystem.node.registry.Manifest;
import dev.pfeiler.ecosystem.node.registry.NpmSettings;
import dev.pfeiler.ecosystem.node.registry.Registry;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class PackageLayoutTest {
    @TempDir
    Path folder;

    /** Names in documents, and paths in archives, stay in the scratch folder. */
    @Test
    void packagesAreLaidOutInTheirFolderAlone() throws IOException {
        Sketch project = new Sketch(Files.createDirectories(folder.resolve("project")))
                .file(
                        "node_modules/own/package.json",
                        "{\"name\":\"own\",\"version\":\"1.0.0\",\"dependencies\":{\"../../up\":\"*\"}}")
                .file("node_modules/own/index.d.ts", "export {};");
        Path scratch = Files.createDirectories(folder.resolve("a/b/scratch"));
        try (PackageServer server = new PackageServer()) {
            server.publish(
                    "tide",
                    "1.0.0",
                    "{\"dependencies\":{\"../../../evil\":\"*\",\"a/../../b\":\"*\",\"@x/../y\":\"*\"}}",
                    "index.d.ts",
                    "export {};",
                    "../../../climbed.txt",
                    "out",
                    "/absolute.txt",
                    "out");
            NpmSettings settings = new NpmSettings(Map.of("registry", server.address()), folder.resolve("npm"));
            Registry registry = new Registry(settings, Sketch.alone(folder.resolve("home"), false));
            Dependencies dependencies = Dependencies.NONE
                    .with(Dependencies.Section.RUNTIME, "tide", "^1.0.0", Manifest.NONE)
                    .with(Dependencies.Section.RUNTIME, "own", "^1.0.0", Manifest.NONE);
            new PackageLayout(project.tree(), new InstalledPackages(project.tree()), registry, scratch)
                    .layOut(dependencies);
            assertThat(server.asked()).noneMatch(path -> path.contains("evil") || path.contains(".."));
        }
        try (Stream<Path> all = Files.walk(folder.resolve("a"))) {
            assertThat(all.filter(Files::isRegularFile)
                            .map(path -> folder.resolve("a").relativize(path).toString()))
                    .containsExactlyInAnyOrder(
                            "b/scratch/node_modules/tide/index.d.ts",
                            "b/scratch/node_modules/tide/package.json",
                            "b/scratch/node_modules/own/index.d.ts",
                            "b/scratch/node_modules/own/package.json");
        }
        assertThat(scratch.resolve("node_modules/own")).as("a copy").isDirectory();
        assertThat(Files.isSymbolicLink(scratch.resolve("node_modules/own"))).isFalse();
    }
}

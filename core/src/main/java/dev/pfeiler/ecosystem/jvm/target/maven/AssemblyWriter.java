package dev.pfeiler.ecosystem.jvm.target.maven;

import dev.pfeiler.ecosystem.jvm.model.BuildModule;
import dev.pfeiler.ecosystem.jvm.model.Distribution;
import dev.pfeiler.ecosystem.jvm.repository.Coordinates;
import java.util.List;

/** Describes the distribution archives of programs. Source: the documentation of the assembly plug-in. */
final class AssemblyWriter {
    /** Relative to the module. */
    static final String DESCRIPTOR = "src/assembly/distribution.xml";

    private static final Coordinates PLUGIN =
            new Coordinates("org.apache.maven.plugins", "maven-assembly-plugin", "3.7.1");

    private final String version;

    /** @param version of the project */
    AssemblyWriter(String version) {
        this.version = version;
    }

    String write(Distribution distribution) {
        PomElement assembly = new PomElement("assembly")
                .attribute("xmlns", "http://maven.apache.org/ASSEMBLY/2.2.0")
                .attribute("xmlns:xsi", "http://www.w3.org/2001/XMLSchema-instance")
                .attribute(
                        "xsi:schemaLocation",
                        "http://maven.apache.org/ASSEMBLY/2.2.0 https://maven.apache.org/xsd/assembly-2.2.0.xsd")
                .add("id", "distribution")
                .addList("formats", "format", List.of(distribution.format()))
                .add("includeBaseDirectory", "false");
        distribution
                .product()
                .ifPresent(folder -> assembly.add(new PomElement("files")
                        .add(new PomElement("file")
                                .add("source", "${project.build.directory}/${project.build.finalName}.jar")
                                .add("outputDirectory", place(folder)))));
        PomElement sets = new PomElement("fileSets");
        for (Distribution.Files files : distribution.files()) {
            PomElement set = new PomElement("fileSet")
                    .add("directory", files.folder())
                    .add("outputDirectory", place(files.target()))
                    .addList("includes", "include", files.includes());
            if (files.executable()) set.add("fileMode", "0755");
            sets.add(set);
        }
        assembly.addFilled(sets);
        distribution
                .libraries()
                .ifPresent(folder -> assembly.add(new PomElement("dependencySets")
                        .add(new PomElement("dependencySet")
                                .add("outputDirectory", place(folder))
                                .add("useProjectArtifact", "false"))));
        StringBuilder out = new StringBuilder("<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n");
        assembly.write(out, "");
        return out.toString();
    }

    /** A folder in the archive; the project's version in its name follows the project. */
    private String place(String folder) {
        String named = folder.contains(version) ? folder.replace(version, "${project.version}") : folder;
        return named.isEmpty() ? "/" : named;
    }

    PomElement plugin(BuildModule module) {
        String name = module.distribution().orElseThrow().name();
        PomElement configuration = new PomElement("configuration")
                .addList("descriptors", "descriptor", List.of(DESCRIPTOR))
                .add("finalName", name.replace(version, "${project.version}"))
                .add("appendAssemblyId", "false");
        return PomElement.packaging(PLUGIN, "distribution", "single", configuration);
    }
}

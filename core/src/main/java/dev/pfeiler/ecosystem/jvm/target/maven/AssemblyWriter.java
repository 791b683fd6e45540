package dev.pfeiler.ecosystem.jvm.target.maven;

import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.ecosystem.jvm.model.BuildModule;
import dev.pfeiler.ecosystem.jvm.model.Distribution;
import dev.pfeiler.ecosystem.jvm.model.JvmBuild;
import dev.pfeiler.ecosystem.jvm.model.Manifest;
import dev.pfeiler.ecosystem.jvm.model.PartialArchive;
import dev.pfeiler.tree.Paths;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;

/**
 * Describes archives beside the usual one: distributions of programs, and jars of some of the classes. Source: the
 * documentation of the assembly plug-in.
 */
final class AssemblyWriter {
    /** Relative to the module. */
    private static final String FOLDER = "src/assembly/";

    private static final String DISTRIBUTION = "distribution";

    /** Where the documentation plug-in writes unless another folder is stated. */
    private static final String DOCUMENTATION = "${project.build.directory}/reports/apidocs";

    private static final Coordinates PLUGIN =
            new Coordinates("org.apache.maven.plugins", "maven-assembly-plugin", "3.7.1");

    private final JvmBuild build;
    private final String version;

    AssemblyWriter(JvmBuild build) {
        this.build = build;
        this.version = build.coordinates().version();
    }

    /** The descriptors of a module's archives, by paths relative to the module. */
    Map<String, String> write(BuildModule module) {
        Map<String, String> descriptors = new TreeMap<>();
        byContents(module).forEach((id, made) -> descriptors.put(descriptor(id), text(distribution(id, made))));
        partial(module).forEach((id, part) -> descriptors.put(descriptor(id), text(partial(id, part))));
        return descriptors;
    }

    /** Distributions by the name of their descriptor: those that differ in the format only have one in common. */
    private static Map<String, List<Distribution>> byContents(BuildModule module) {
        Map<String, List<Distribution>> byId = new LinkedHashMap<>();
        for (Distribution made : module.distributions()) {
            Optional<List<Distribution>> same = byId.values().stream()
                    .filter(others ->
                            others.get(0).inFormat(made.format(), made.old()).equals(made))
                    .findFirst();
            if (same.isPresent()) {
                same.get().add(made);
                continue;
            }
            String id = module.isMain(made) ? DISTRIBUTION : made.name();
            byId.put(byId.containsKey(id) ? id + "-" + made.format() : id, new ArrayList<>(List.of(made)));
        }
        return byId;
    }

    /** The further jars by the names of their descriptors. */
    private static Map<String, PartialArchive> partial(BuildModule module) {
        Set<String> taken = byContents(module).keySet();
        Map<String, PartialArchive> byId = new LinkedHashMap<>();
        for (PartialArchive part : module.partial())
            byId.put(taken.contains(part.name()) ? part.name() + "-jar" : part.name(), part);
        return byId;
    }

    private static String descriptor(String id) {
        return FOLDER + id + ".xml";
    }

    private static String text(PomElement assembly) {
        StringBuilder out = new StringBuilder("<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n");
        assembly.write(out, "");
        return out.toString();
    }

    private static PomElement assembly(String id, List<String> formats) {
        return new PomElement("assembly")
                .attribute("xmlns", "http://maven.apache.org/ASSEMBLY/2.2.0")
                .attribute("xmlns:xsi", "http://www.w3.org/2001/XMLSchema-instance")
                .attribute(
                        "xsi:schemaLocation",
                        "http://maven.apache.org/ASSEMBLY/2.2.0 https://maven.apache.org/xsd/assembly-2.2.0.xsd")
                .add("id", id)
                .addList("formats", "format", formats)
                .add("includeBaseDirectory", "false");
    }

    private PomElement partial(String id, PartialArchive part) {
        PomElement single = new PomElement("files");
        PomElement sets = new PomElement("fileSets")
                .add(new PomElement("fileSet")
                        .add("directory", "${project.build.outputDirectory}")
                        .add("outputDirectory", "/")
                        .addList("includes", "include", part.selection().includes())
                        .addList("excludes", "exclude", part.selection().excludes()));
        addFiles(part.files(), single, sets);
        return assembly(id, List.of("jar")).addFilled(single).add(sets);
    }

    private void addFiles(List<Distribution.Files> all, PomElement single, PomElement sets) {
        for (Distribution.Files files : all) {
            if (files.renamed().isPresent())
                single.add(renamed(files, files.renamed().get()));
            else sets.add(set(files));
        }
    }

    private PomElement set(Distribution.Files files) {
        PomElement set = new PomElement("fileSet")
                .add("directory", files.folder())
                .add("outputDirectory", place(files.target()))
                .addList("includes", "include", files.includes());
        return files.executable() ? set.add("fileMode", "0755") : set;
    }

    private PomElement renamed(Distribution.Files files, String name) {
        String source = Paths.join(files.folder(), files.includes().get(0));
        PomElement file = new PomElement("file")
                .add("source", source)
                .add("outputDirectory", place(files.target()))
                .add("destName", name);
        return files.executable() ? file.add("fileMode", "0755") : file;
    }

    private PomElement distribution(String id, List<Distribution> made) {
        Distribution distribution = made.get(0);
        PomElement assembly =
                assembly(id, made.stream().map(Distribution::format).toList());
        PomElement single = new PomElement("files");
        distribution
                .product()
                .ifPresent(folder -> single.add(new PomElement("file")
                        .add("source", "${project.build.directory}/${project.build.finalName}.jar")
                        .add("outputDirectory", place(folder))));
        PomElement sets = new PomElement("fileSets");
        addFiles(distribution.files(), single, sets);
        assembly.addFilled(single);
        distribution
                .classes()
                .ifPresent(folder -> sets.add(new PomElement("fileSet")
                        .add("directory", "${project.build.outputDirectory}")
                        .add("outputDirectory", place(folder))));
        distribution
                .documentation()
                .ifPresent(folder -> sets.add(new PomElement("fileSet")
                        .add("directory", DOCUMENTATION)
                        .add("outputDirectory", place(folder))));
        assembly.addFilled(sets);
        return assembly.addFilled(dependencies(distribution));
    }

    private PomElement dependencies(Distribution distribution) {
        PomElement sets = new PomElement("dependencySets");
        List<String> others = new ArrayList<>();
        for (BuildModule other : build.modules()) {
            String folder = distribution.modules().get(other.name());
            if (folder == null) continue;
            others.add("${project.groupId}:" + other.artifact());
            sets.add(new PomElement("dependencySet")
                    .add("outputDirectory", place(folder))
                    .add("outputFileNameMapping", other.archive(version).replace(version, "${project.version}"))
                    .add("useProjectArtifact", "false")
                    .addList("includes", "include", List.of("${project.groupId}:" + other.artifact())));
        }
        distribution
                .libraries()
                .ifPresent(folder -> sets.add(new PomElement("dependencySet")
                        .add("outputDirectory", place(folder))
                        .add("useProjectArtifact", "false")
                        .addList("excludes", "exclude", others)));
        return sets;
    }

    /** A folder in the archive; the project's version in its name follows the project. */
    private String place(String folder) {
        String named = folder.contains(version) ? folder.replace(version, "${project.version}") : folder;
        return named.isEmpty() ? "/" : named;
    }

    /** The plug-in, with an execution for each archive; nothing if there is none. */
    Optional<PomElement> plugin(BuildModule module, PomTimes times) {
        PomElement executions = new PomElement("executions");
        Set<String> attached = new HashSet<>(Set.of("jar"));
        byContents(module).forEach((id, made) -> {
            PomElement configuration = configuration(id, made.get(0).name());
            // of several archives with one ending, only the first is installed; the module's own is the first jar
            if (!made.stream().map(Distribution::format).allMatch(attached::add)) configuration.add("attach", "false");
            executions.add(PomElement.execution(id, "single", configuration));
        });
        partial(module).forEach((id, part) -> {
            PomElement archive = new PomElement("archive");
            PomElement entries = new PomElement("manifestEntries");
            PomElement manifest = new PomElement("manifest");
            part.manifest().forEach((key, value) -> {
                if (key.equals(Manifest.MAIN_CLASS)) manifest.add("mainClass", value);
                else entries.add(key, times.text(value));
            });
            PomElement configuration = configuration(id, part.name()).add("attach", "false");
            configuration.addFilled(archive.addFilled(manifest).addFilled(entries));
            executions.add(PomElement.execution(id, "single", configuration));
        });
        return executions.isEmpty()
                ? Optional.empty()
                : Optional.of(PomElement.plugin(PLUGIN).add(executions));
    }

    private PomElement configuration(String id, String name) {
        return new PomElement("configuration")
                .addList("descriptors", "descriptor", List.of(descriptor(id)))
                .add("finalName", name.replace(version, "${project.version}"))
                .add("appendAssemblyId", "false");
    }
}

package dev.pfeiler.ecosystem.jvm.managed;

import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.evidence.Evidence;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * A module of a managed build, read back from its descriptors.
 *
 * @param folder within the tree; empty for its top
 * @param descriptor its path within the tree
 * @param packaging the kind of its product: {@code jar}, {@code war}, {@code pom} for none, or the tool's own word
 * @param declared what it depends on directly, inherited declarations included; of two for one artifact the one in force
 * @param unread places that declare dependencies in a way that is not read
 * @param managed versions that are stated for artifacts wherever they come from, by group and artifact
 * @param levels what states its Java level; of several, each in force for a part of the compiler's work
 */
public record ManagedModule(
        String folder,
        String descriptor,
        Coordinates identity,
        String packaging,
        List<DeclaredArtifact> declared,
        List<Evidence> unread,
        Map<String, Coordinates> managed,
        SourceFolders folders,
        List<StatedSetting> levels,
        Optional<StatedSetting> encoding,
        Outputs outputs) {
    /**
     * What a module's build writes.
     *
     * @param folder where it writes, within the tree
     * @param archives the paths of the archives that it makes
     * @param further whether it makes further archives, whose names are not known
     */
    public record Outputs(String folder, List<String> archives, boolean further) {
        public Outputs {
            archives = List.copyOf(archives);
        }
    }

    public ManagedModule {
        declared = List.copyOf(declared);
        unread = List.copyOf(unread);
        managed = Map.copyOf(managed);
        levels = List.copyOf(levels);
    }

    /** The declaration of an artifact. */
    public Optional<DeclaredArtifact> declared(String key) {
        return declared.stream().filter(one -> one.key().equals(key)).findFirst();
    }

    public boolean isSnapshot() {
        return identity.version().endsWith("-SNAPSHOT");
    }
}

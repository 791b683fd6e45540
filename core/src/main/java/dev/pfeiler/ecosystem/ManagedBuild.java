package dev.pfeiler.ecosystem;

import dev.pfeiler.conversion.Step;
import dev.pfeiler.evidence.Evidence;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** The descriptors of a managed project, read back: what they declare, with the places where they do. */
public interface ManagedBuild {
    /** The key of the language level among the settings. */
    String LEVEL = "level";

    /** The path of the descriptor that dependencies are declared in. */
    String descriptor();

    Identity identity();

    /** What is declared, inherited declarations included, in the order of the descriptors. */
    List<DeclaredPackage> declared();

    /** Versions that are stated for packages wherever they come from, by name. */
    default Map<String, String> managedVersions() {
        return Map.of();
    }

    /** By key; those that the descriptors state. */
    Map<String, Stated> settings();

    /** What lock files pin. */
    default List<LockedPackage> locked() {
        return List.of();
    }

    /** The folders of modules that are built with the project. */
    default List<String> modules() {
        return List.of();
    }

    /**
     * The edit that lists one more module.
     *
     * @param module its folder
     * @return nothing if it is listed, or the descriptors list no modules
     */
    default Optional<Step.Edit> listing(String module, String reason) {
        return Optional.empty();
    }

    /**
     * A fresh descriptor as that of a module: what this build states for it is inherited.
     *
     * @param module its folder
     */
    default String inheriting(String descriptor, String module) {
        return descriptor;
    }

    /** Places that may declare something and cannot be read without running the tool. */
    default List<Evidence> notUnderstood() {
        return List.of();
    }

    /**
     * The edit that declares packages in this descriptor and leaves everything else as it is.
     *
     * @throws dev.pfeiler.evidence.Refusal if the descriptor cannot be edited
     */
    Step.Edit declaring(List<Request> packages, String reason);

    /** The declaration of a package in this descriptor itself, whatever its version is. */
    default Optional<DeclaredPackage> declaration(String name) {
        return declared().stream()
                .filter(one -> one.evidence().file().equals(descriptor()))
                .filter(one -> one.notation().name().equals(name))
                .findFirst();
    }

    /** The value of a setting. */
    default Optional<String> setting(String key) {
        return Optional.ofNullable(settings().get(key)).map(Stated::value);
    }

    /**
     * What a build is called; each is empty where nothing states it.
     *
     * @param group the owner of the name, where names have one
     */
    record Identity(String group, String name, String version) {}

    /**
     * A declared package.
     *
     * @param notation its version is empty where it is not stated with the declaration, and a range where one is
     * @param scope the target's own word
     * @param excluded names of packages that are not to come with it
     */
    record DeclaredPackage(PackageNotation notation, String scope, Set<String> excluded, Evidence evidence) {
        public DeclaredPackage {
            excluded = Set.copyOf(excluded);
        }
    }

    /** A value and where it is stated. */
    record Stated(String value, Evidence evidence) {}

    /** A package whose version a lock file pins. */
    record LockedPackage(PackageNotation notation, Evidence evidence) {}

    /**
     * A package to declare.
     *
     * @param notation its version is empty where the descriptors manage it
     * @param scope {@code compile}, {@code runtime}, {@code provided}, {@code test}, or another word of the target's
     */
    record Request(PackageNotation notation, String scope) {}
}

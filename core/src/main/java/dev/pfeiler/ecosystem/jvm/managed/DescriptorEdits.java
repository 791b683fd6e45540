package dev.pfeiler.ecosystem.jvm.managed;

import dev.pfeiler.artifact.repository.Coordinates;
import dev.pfeiler.check.Change;
import dev.pfeiler.ecosystem.jvm.model.Scope;

/** Changes of the descriptors of a managed build; everything else in them stays as it is. */
public interface DescriptorEdits {
    /** One more artifact; without its version where that is managed. */
    Change declaring(ManagedModule module, Coordinates artifact, Scope scope);

    /** The declaration of an artifact is gone, in the file in which it is. */
    Change removing(DeclaredArtifact artifact);

    /** The artifact is declared in another scope, in the module's own descriptor. */
    Change scoping(ManagedModule module, DeclaredArtifact artifact, Scope scope);
}

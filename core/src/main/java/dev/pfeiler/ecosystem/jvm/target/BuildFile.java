package dev.pfeiler.ecosystem.jvm.target;

import dev.pfeiler.conversion.Step;
import dev.pfeiler.ecosystem.jvm.model.Scope;
import dev.pfeiler.ecosystem.jvm.repository.Coordinates;
import dev.pfeiler.ecosystem.jvm.repository.Declaration;
import java.util.List;
import java.util.Map;

/** A build descriptor that a user maintains, as far as a dependency is declared in it. */
public interface BuildFile {
    /** Its path in the project. */
    String name();

    /** The Java level that it states; 8 if it states none. */
    int level();

    /** The versions stated for dependencies wherever they come from, by group and artifact. */
    Map<String, Coordinates> managed();

    /** What is declared with a version. */
    List<Declaration> declarations();

    /** Whether it declares an artifact, given by group and artifact. */
    boolean declares(String key);

    /**
     * The edit that declares a dependency and leaves everything else as it is.
     *
     * @param version whether a version is stated; not if one is managed
     * @throws dev.pfeiler.evidence.Refusal if the descriptor cannot be edited
     */
    Step.Edit declaring(Coordinates coordinates, Scope scope, boolean version, String reason);
}

package dev.pfeiler;

import dev.pfeiler.ecosystem.Creator;
import dev.pfeiler.ecosystem.Ecosystem;
import dev.pfeiler.ecosystem.Target;
import dev.pfeiler.ecosystem.clojure.ClojureEcosystem;
import dev.pfeiler.ecosystem.dotnet.DotnetEcosystem;
import dev.pfeiler.ecosystem.go.GoEcosystem;
import dev.pfeiler.ecosystem.jvm.JvmEcosystem;
import dev.pfeiler.ecosystem.node.NodeEcosystem;
import dev.pfeiler.ecosystem.php.PhpEcosystem;
import dev.pfeiler.evidence.Refusal;
import java.util.List;
import java.util.stream.Collectors;

/** The ecosystems that Pfeiler knows. */
public record Ecosystems(List<Ecosystem> all) {
    public Ecosystems {
        all = List.copyOf(all);
    }

    /** All that ship with Pfeiler. */
    public static Ecosystems shipped() {
        return new Ecosystems(List.of(
                new JvmEcosystem(),
                new ClojureEcosystem(),
                new PhpEcosystem(),
                new NodeEcosystem(),
                new GoEcosystem(),
                new DotnetEcosystem()));
    }

    /** All build tools that a project can be converted for. */
    public List<String> targets() {
        return all.stream()
                .flatMap(ecosystem -> ecosystem.targets().stream())
                .map(Target::id)
                .toList();
    }

    public Ecosystem of(String id) {
        return all.stream()
                .filter(ecosystem -> ecosystem.id().equals(id))
                .findFirst()
                .orElseThrow(() -> Refusal.notPossible(
                        "Unknown ecosystem: " + id + ".",
                        "Use the version of Pfeiler that made the conversion; this one knows "
                                + all.stream().map(Ecosystem::id).collect(Collectors.joining(", ")) + "."));
    }

    /**
     * A build tool of an ecosystem, as a ledger names it.
     *
     * @throws Refusal if there is no such tool
     */
    public Target target(String ecosystem, String id) {
        return of(ecosystem)
                .target(id)
                .orElseThrow(() -> Refusal.notPossible(
                        "Unknown build tool: " + id + ".", "Use the version of Pfeiler that made the conversion."));
    }

    /** The classes beside which what ecosystems contribute to fresh projects is. */
    List<Class<?>> creators() {
        return all.stream()
                .flatMap(ecosystem -> ecosystem.creator().stream())
                .<Class<?>>map(Creator::getClass)
                .toList();
    }
}

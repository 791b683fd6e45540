package dev.pfeiler.ecosystem.node.proof;

import dev.pfeiler.ecosystem.node.wiring.Call;
import dev.pfeiler.ecosystem.node.wiring.CallScript;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.proof.Difference;
import dev.pfeiler.proof.PartVerdict;
import dev.pfeiler.proof.ProgramResult;
import dev.pfeiler.proof.ProofRequest;
import dev.pfeiler.script.ShellText;
import dev.pfeiler.tree.Paths;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * The scripts that built the old project. Without being asked, only compilers, bundlers and copies are run, call by call;
 * a script that does more is run as a whole if the user wants the old build to be run, and never what it deploys.
 */
final class OldScripts {
    /** Bundlers that can also serve what they make. */
    private static final Set<String> SERVING = Set.of("vite", "parcel");

    private static final Set<String> FILES =
            Set.of("cp", "mv", "mkdir", "rm", "cat", "touch", "copy", "xcopy", "rimraf", "mkdirp", "cpx");

    private final Side side;
    private final ProofRequest proof;
    private final List<String> notes = new ArrayList<>();
    private boolean called;
    private boolean ran;

    OldScripts(Side side, ProofRequest proof) {
        this.side = side;
        this.proof = proof;
    }

    static boolean compiles(CallScript script) {
        return script.calls().stream().anyMatch(call -> Set.of("tsc", "esbuild").contains(call.tool()));
    }

    /** Builds what a script builds; why it is not known, if it is not. */
    Optional<Difference> build(CallScript script) throws IOException {
        if (!script.deployments().isEmpty())
            notes.add(script.path() + " also deploys ("
                    + script.deployments().stream()
                            .map(Evidence::excerpt)
                            .distinct()
                            .collect(Collectors.joining(", "))
                    + "); that was not run.");
        boolean understood = script.whole() && script.calls().stream().allMatch(this::isUnderstood);
        if (!understood && !proof.runOldBuild())
            return Optional.of(new Difference(
                    script.path(),
                    Difference.Kind.UNCHECKED,
                    "it does more than call compilers; --run-old-build runs it in a scratch copy",
                    ""));
        if (!understood && !script.deployments().isEmpty())
            return Optional.of(new Difference(
                    script.path(), Difference.Kind.UNCHECKED, "it deploys, and was not understood completely", ""));
        String line = script.whole() ? script.line() : "sh " + ShellText.quote(script.path());
        called |= understood;
        ran |= !understood;
        ProgramResult result = side.shell(line, "build-" + Paths.stem(script.path()));
        if (!result.succeeded())
            notes.add("The old build fails: " + script.path() + " ends with exit code " + result.exit() + ".");
        return Optional.empty();
    }

    /** Whether a call is one of a compiler or a copy, and stays in the tree. */
    private boolean isUnderstood(Call call) {
        boolean builds = CallScript.BUILDERS.contains(call.tool()) || SERVING.contains(call.tool());
        if (!builds && !FILES.contains(call.tool())) return false;
        boolean evaluated = call.text().chars().anyMatch(c -> c == '$' || c == '`' || c == '|' || c == ';');
        return !evaluated
                && call.arguments().stream().allMatch(word -> staysInside(call.folder(), word))
                && call.outputs().stream()
                        .noneMatch(path -> Paths.isOutside(Paths.resolved(Paths.join(proof.folder(), path))));
    }

    private boolean staysInside(String folder, String word) {
        String path = word.startsWith("-") ? word.substring(word.indexOf('=') + 1) : word;
        if (path.startsWith("/") || path.startsWith("~") || path.length() > 1 && path.charAt(1) == ':') return false;
        return !Paths.isOutside(Paths.resolved(Paths.join(proof.folder(), Paths.join(folder, path))));
    }

    /** Whether the scripts themselves were run. */
    PartVerdict.OldBuild oldBuild() {
        return ran ? PartVerdict.OldBuild.RUN : PartVerdict.OldBuild.NONE;
    }

    /** How the old project was built. */
    List<String> notes() {
        List<String> all = new ArrayList<>(notes);
        if (called && !ran)
            all.add("The compilers that the old scripts call were called one by one; the scripts were not run.");
        return all;
    }
}

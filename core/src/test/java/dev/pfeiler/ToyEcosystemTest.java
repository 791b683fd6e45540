package dev.pfeiler;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.pfeiler.ecosystem.Addition;
import dev.pfeiler.ecosystem.Ecosystem;
import dev.pfeiler.evidence.Refusal;
import dev.pfeiler.fresh.FreshProject;
import dev.pfeiler.fresh.NeedChange;
import dev.pfeiler.proof.Comparison;
import dev.pfeiler.proof.ProofRequest;
import dev.pfeiler.proof.Verdict;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A fresh project in the smallest ecosystem, all the way; conversions are in PartsTest. */
class ToyEcosystemTest {
    @TempDir
    Path folder;

    private Path project;
    private Pfeiler pfeiler;

    @BeforeEach
    void create() {
        project = folder.resolve("buoys");
        Ecosystem toy = new ToyEcosystem();
        pfeiler = new Pfeiler(new Ecosystems(List.of(toy)), Sketch.alone(folder.resolve("home"), true));
        FreshProject fresh = pfeiler.plan(project, Sketch.chosen(), false);
        pfeiler.create(project, fresh);
    }

    private String read(String path) throws IOException {
        return Files.readString(project.resolve(path));
    }

    @Test
    void itIsCreated() throws IOException {
        assertThat(read("toy.list")).isEqualTo("main.toy\n# joiner 1\n");
        assertThat(read("main.toy")).isEqualTo("buoys\n");
        assertThat(read(".gitignore")).isEqualTo("/joined/\n");
    }

    @Test
    void aPackageIsAddedOnce() throws IOException {
        Addition addition = pfeiler.add(project, "string", Optional.empty());
        assertThat(addition.choice().declared()).isEqualTo("string 2");
        assertThat(read("toy.list")).isEqualTo("use string 2\nmain.toy\n# joiner 1\n");
        assertThatThrownBy(() -> pfeiler.add(project, "string", Optional.empty()))
                .isInstanceOf(Refusal.class);
    }

    @Test
    void aNeedIsAdded() throws IOException {
        NeedChange change = pfeiler.planNeed(project, "glue", true).orElseThrow();
        assertThat(change.declared()).containsExactly("paste 3 (compile)");
        pfeiler.add(project, change);
        assertThat(read("toy.list")).isEqualTo("use paste 3\nmain.toy\n# joiner 1\n");
        assertThat(read("pot.toy")).isEqualTo("a pot of paste\n");
    }

    @Test
    void theManagedProjectIsProven() {
        ProofRequest.Options options = new ProofRequest.Options(true, false, ProofRequest.RunOptions.USUAL);
        Verdict verdict = pfeiler.prove(project, options, stage -> {});
        assertThat(verdict.compared()).isFalse();
        assertThat(verdict.proven()).isTrue();
        assertThat(verdict.parts().get(0).verdict().rows())
                .containsExactly(new Comparison("join", "", "1 lines", List.of()));
        assertThat(verdict.parts().get(0).verdict().notes()).containsExactly("Library project; nothing to run.");
    }
}

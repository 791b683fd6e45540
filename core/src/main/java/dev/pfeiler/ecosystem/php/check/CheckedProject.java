package dev.pfeiler.ecosystem.php.check;

import dev.pfeiler.check.Change;
import dev.pfeiler.check.Cure;
import dev.pfeiler.check.Discrepancy;
import dev.pfeiler.check.JsonChange;
import dev.pfeiler.ecosystem.JsonDescriptor;
import dev.pfeiler.ecosystem.php.composer.ComposerFile;
import dev.pfeiler.ecosystem.php.project.PhpProject;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.tree.Paths;
import dev.pfeiler.tree.ProjectTree;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** A project that Composer manages, with its sources: what the checks look at, and what they found. */
final class CheckedProject {
    static final String FILE = ComposerFile.NAME;

    private final ProjectTree tree;
    private final JsonDescriptor descriptor;
    private final PhpProject project;
    private final List<LoadingRule> rules;
    private final Optional<ComposerLock> lock;
    private final List<Discrepancy> found = new ArrayList<>();

    CheckedProject(ProjectTree tree, JsonDescriptor descriptor, String vendor) {
        this.tree = tree;
        this.descriptor = descriptor;
        this.project = PhpProject.of(tree.at("", Set.of(vendor)));
        this.rules = LoadingRule.of(descriptor);
        this.lock = ComposerLock.read(tree);
    }

    ProjectTree tree() {
        return tree;
    }

    JsonDescriptor descriptor() {
        return descriptor;
    }

    PhpProject project() {
        return project;
    }

    List<LoadingRule> rules() {
        return rules;
    }

    Optional<ComposerLock> lock() {
        return lock;
    }

    /** Whether a source is for those who work on the project, and no part of what it gives to others. */
    boolean isAside(String path) {
        boolean tested = rules.stream()
                .filter(rule -> rule.section().equals("autoload-dev"))
                .anyMatch(rule -> !rule.path().isEmpty() && Paths.within(rule.path(), path));
        return tested
                || project.isTest(path)
                || path.matches("(?i)(?:.*/)?(?:examples?|demos?|docs?|fixtures|stubs)/.*");
    }

    /** Changes of the descriptor, and of the lock file that follows it. */
    List<Change> changes(Change change, String moved) {
        return lock.isEmpty() ? List.of(change) : List.of(change, ComposerLock.following(tree, change, moved));
    }

    /** An entry of a section, with the lock file. */
    Cure declaring(String section, String name, String range) {
        return new Cure(
                "Require " + name + " " + range + ".", changes(JsonChange.add(FILE, section, name, range), name));
    }

    Evidence place(String... way) {
        return new Evidence(FILE, descriptor.line(way), way[way.length - 1]);
    }

    List<Discrepancy> found() {
        return found;
    }

    void note(PhpKind kind, Evidence place, String subject, String message, Cure cure) {
        found.add(Discrepancy.of(kind, "", place, subject, message, cure));
    }
}

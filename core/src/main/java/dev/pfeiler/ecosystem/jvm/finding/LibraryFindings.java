package dev.pfeiler.ecosystem.jvm.finding;

import dev.pfeiler.artifact.archive.Jar;
import dev.pfeiler.artifact.identity.JarIdentity;
import dev.pfeiler.ecosystem.jvm.library.MissingLibraries;
import dev.pfeiler.ecosystem.jvm.library.Usage.Way;
import dev.pfeiler.ecosystem.jvm.project.JvmProject;
import dev.pfeiler.ecosystem.jvm.reading.JvmReading;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.evidence.Finding.Topic;
import java.util.ArrayList;
import java.util.List;

/** Reports libraries, and imports that no library answers. */
final class LibraryFindings {
    private final JvmReading reading;
    private final JvmProject project;
    private final MissingLibraries missing;
    private final FindingList found;

    LibraryFindings(ProjectFacts facts, FindingList found) {
        this.reading = facts.reading();
        this.project = facts.project();
        this.missing = facts.missing();
        this.found = found;
    }

    void libraries() {
        for (Jar jar : project.libraries()) library(jar);
        missing.all()
                .forEach(m -> found.add(
                        Topic.LIBRARIES,
                        m.key(),
                        "imported, and in no jar here; " + m.coordinates() + " has it, says " + m.found(),
                        Certainty.GUESS,
                        m.evidence()));
        found.addAll(missing.unanswered());
        project.jars()
                .copies()
                .forEach((copy, first) -> found.add(
                        Topic.LIBRARIES, copy.path(), "identical to " + first.path(), Certainty.CERTAIN, List.of()));
        for (Jar jar : project.jars().products()) {
            found.add(Topic.LIBRARIES, jar.path(), "built from these sources", Certainty.CERTAIN, List.of());
        }
        for (Jar jar : project.jars().unlisted()) {
            found.add(Topic.LIBRARIES, jar.path(), "not on any class path; left in place", Certainty.LIKELY, List.of());
        }
    }

    private void library(Jar jar) {
        if (jar.kind() == Jar.Kind.BROKEN) {
            found.add(Finding.trouble(jar.path(), jar.trouble(), Evidence.of(jar.path(), jar.size() + " bytes")));
            return;
        }
        if (jar.kind() != Jar.Kind.LIBRARY) {
            String what = jar.kind() == Jar.Kind.SOURCES ? "sources" : "documentation";
            found.add(Topic.LIBRARIES, jar.path(), "contains " + what + ", no classes", Certainty.CERTAIN, List.of());
            return;
        }
        JarIdentity identity = reading.identities().get(jar);
        List<Evidence> evidence = new ArrayList<>(identity.evidence());
        project.usage().evidence(jar, Way.MAIN).stream().limit(2).forEach(evidence::add);
        project.usage().evidence(jar, Way.BY_NAME).stream().limit(1).forEach(evidence::add);
        project.usage().evidence(jar, Way.TEST).stream().limit(1).forEach(evidence::add);
        String named = identity.sign() == JarIdentity.Sign.NAME
                ? "not identified"
                : identity.coordinates().shown() + " (" + identity.sign().text() + ")";
        found.add(
                Topic.LIBRARIES,
                jar.path(),
                named + "; " + uses(jar),
                identity.sign().certainty(),
                evidence);
    }

    private String uses(Jar jar) {
        List<String> uses = new ArrayList<>();
        int main = project.usage().evidence(jar, Way.MAIN).size();
        int named = project.usage().evidence(jar, Way.BY_NAME).size();
        int tests = project.usage().evidence(jar, Way.TEST).size();
        if (main > 0) uses.add("used by " + FindingList.count(main, "source"));
        if (named > 0) uses.add("named in " + FindingList.count(named, "file"));
        if (tests > 0) uses.add("used by " + FindingList.count(tests, "test"));
        if (!uses.isEmpty()) return String.join(", ", uses);
        for (Way way : Way.values()) {
            Jar by = project.usage().reached(way).get(jar);
            if (by != null) return by.equals(jar) ? "provides a service" : "needed by " + by.name();
        }
        return "no usage found";
    }
}

package dev.pfeiler.ecosystem.node;

import dev.pfeiler.ecosystem.node.decision.RuntimeVersion;
import dev.pfeiler.ecosystem.node.library.InstalledPackages;
import dev.pfeiler.ecosystem.node.project.NodeProject;
import dev.pfeiler.ecosystem.node.registry.PackageName;
import dev.pfeiler.ecosystem.node.source.Feature;
import dev.pfeiler.ecosystem.node.source.Import;
import dev.pfeiler.ecosystem.node.source.Page;
import dev.pfeiler.ecosystem.node.source.Script;
import dev.pfeiler.ecosystem.node.wiring.CallScript;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.evidence.Finding.Topic;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Collectors;

/** The findings about a project of scripts and pages. */
final class NodeFindings {
    private final NodeProject project;
    private final List<Finding> findings = new ArrayList<>();

    private NodeFindings(NodeProject project) {
        this.project = project;
    }

    static List<Finding> of(NodeProject project) {
        NodeFindings findings = new NodeFindings(project);
        findings.languages();
        findings.libraries();
        findings.settings();
        findings.tools();
        findings.findings.addAll(project.trouble());
        return findings.findings;
    }

    private void add(Topic topic, String subject, String fact, Certainty certainty, List<Evidence> evidence) {
        findings.add(Finding.of(topic, subject, fact, certainty, evidence));
    }

    private static String count(long number, String one, String several) {
        return number + " " + (number == 1 ? one : several);
    }

    private void languages() {
        Map<String, List<Script>> languages = new LinkedHashMap<>();
        project.scripts().values().stream()
                .filter(script -> !script.declarations())
                .forEach(script -> languages
                        .computeIfAbsent(script.typed() ? "TypeScript" : "JavaScript", l -> new ArrayList<>())
                        .add(script));
        languages.forEach((language, scripts) -> {
            List<String> kinds = new ArrayList<>();
            kind(kinds, scripts, "ECMAScript modules", script -> script.modules()
                    .ecma());
            kind(
                    kinds,
                    scripts,
                    "CommonJS modules",
                    script -> !script.modules().ecma() && script.modules().common());
            kind(
                    kinds,
                    scripts,
                    "AMD modules",
                    script -> !script.modules().common() && script.modules().amd());
            kind(kinds, scripts, "plain scripts", script -> !script.modules().any());
            kind(kinds, scripts, "with markup", Script::markup);
            add(
                    Topic.LANGUAGES,
                    language,
                    count(scripts.size(), "file", "files") + (kinds.isEmpty() ? "" : ": " + String.join(", ", kinds)),
                    Certainty.CERTAIN,
                    List.of(Evidence.of(scripts.get(0).path(), "")));
        });
        List<Page> pages = List.copyOf(project.pages().values());
        if (!pages.isEmpty())
            add(
                    Topic.LANGUAGES,
                    "Pages",
                    count(pages.size(), "page loads", "pages load") + " "
                            + count(
                                    pages.stream()
                                            .flatMap(page -> page.tags().stream())
                                            .filter(tag -> tag.kind() == Page.Kind.SCRIPT)
                                            .count(),
                                    "script by a tag",
                                    "scripts by tags"),
                    Certainty.CERTAIN,
                    List.of(Evidence.of(pages.get(0).path(), "")));
    }

    private static void kind(
            List<String> kinds, List<Script> scripts, String name, java.util.function.Predicate<Script> is) {
        long number = scripts.stream().filter(is).count();
        if (number > 0) kinds.add(number + " " + name);
    }

    private void libraries() {
        Map<String, List<Evidence>> imported = new TreeMap<>();
        for (Script script : project.scripts().values())
            for (Import statement : script.imports())
                PackageName.of(statement.specifier())
                        .ifPresent(name -> imported.computeIfAbsent(name, n -> new ArrayList<>())
                                .add(statement.evidence()));
        imported.forEach((name, places) -> {
            Optional<String> version = project.installed().of(name).map(manifest -> manifest.version());
            add(
                    Topic.LIBRARIES,
                    name,
                    "imported in "
                            + count(
                                    places.stream()
                                            .map(Evidence::file)
                                            .distinct()
                                            .count(),
                                    "file",
                                    "files")
                            + version.map(text -> "; version " + text + " is in " + InstalledPackages.FOLDER)
                                    .orElse("; not in the project"),
                    Certainty.CERTAIN,
                    places.subList(0, Math.min(3, places.size())));
        });
        project.libraries()
                .values()
                .forEach(file -> add(
                        Topic.LIBRARIES,
                        file.path(),
                        "looks like a copy of "
                                + (file.names().isEmpty()
                                        ? "a library"
                                        : file.names().get(0))
                                + (file.versions().isEmpty()
                                        ? ""
                                        : " " + file.versions().get(0)),
                        file.stated() ? Certainty.LIKELY : Certainty.GUESS,
                        List.of(file.evidence())));
        for (Page page : project.pages().values())
            page.tags().stream()
                    .filter(Page.Tag::remote)
                    .forEach(tag -> add(
                            Topic.LIBRARIES,
                            tag.address(),
                            "loaded from another server"
                                    + (tag.integrity().isEmpty() ? "; without an integrity hash" : ""),
                            Certainty.CERTAIN,
                            List.of(tag.evidence())));
    }

    private void settings() {
        RuntimeVersion.of(project.tree())
                .forEach(version -> add(
                        Topic.SETTINGS,
                        "Node.js",
                        "runs on " + version.release(),
                        Certainty.CERTAIN,
                        List.of(version.evidence())));
        project.products().stream()
                .filter(script -> !project.isOfPage(script.path()) && !script.typed())
                .flatMap(script -> script.features().stream())
                .max(Comparator.comparing(feature -> new org.semver4j.Semver(feature.release())))
                .filter(feature -> feature.major() > 6)
                .ifPresent((Feature feature) -> add(
                        Topic.SETTINGS,
                        "Language level",
                        feature.text() + ": Node.js " + feature.release() + " or later",
                        Certainty.CERTAIN,
                        List.of(feature.evidence())));
    }

    private void tools() {
        for (CallScript script : project.calls()) {
            if (!script.deployments().isEmpty())
                findings.add(Finding.trouble(
                        script.path(),
                        "uploads or deploys what it makes ("
                                + script.deployments().stream()
                                        .map(Evidence::excerpt)
                                        .distinct()
                                        .collect(Collectors.joining(", "))
                                + "); that is not part of the build",
                        script.deployments().toArray(Evidence[]::new)));
            add(
                    Topic.TOOLS,
                    script.path()
                            + (script.path().endsWith(script.name())
                                            || script.path().contains(script.name() + ".")
                                    ? ""
                                    : " " + script.name()),
                    "runs " + script.line(),
                    Certainty.CERTAIN,
                    List.of(script.evidence()));
        }
    }
}

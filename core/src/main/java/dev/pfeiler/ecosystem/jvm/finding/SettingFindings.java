package dev.pfeiler.ecosystem.jvm.finding;

import dev.pfeiler.ecosystem.jvm.language.SourceEncoding;
import dev.pfeiler.ecosystem.jvm.language.SourceFile;
import dev.pfeiler.ecosystem.jvm.project.JvmProject;
import dev.pfeiler.ecosystem.jvm.reading.JvmReading;
import dev.pfeiler.ecosystem.jvm.setting.ProjectSettings;
import dev.pfeiler.ecosystem.jvm.setting.ProjectSettings.LevelSign;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.evidence.Finding.Topic;
import java.nio.charset.Charset;
import java.util.List;

/** Reports settings of the build. */
final class SettingFindings {
    private final JvmReading reading;
    private final JvmProject project;
    private final List<LevelSign> levelSigns;
    private final FindingList found;

    SettingFindings(ProjectFacts facts, FindingList found) {
        this.reading = facts.reading();
        this.project = facts.project();
        this.levelSigns = facts.levelSigns();
        this.found = found;
    }

    void settings() {
        for (ProjectSettings.LevelSign sign : levelSigns) {
            found.add(
                    Topic.SETTINGS,
                    "Java level",
                    sign.level() + "; " + sign.text(),
                    sign.certainty(),
                    List.of(sign.evidence()));
        }
        ProjectSettings.encoding(reading.wirings(), reading.sourceFiles())
                .ifPresentOrElse(
                        encoding -> found.add(
                                Topic.SETTINGS,
                                "Encoding",
                                encoding.value() + "; " + encoding.reason(),
                                encoding.certainty(),
                                encoding.evidence()),
                        () -> found.add(
                                Topic.SETTINGS,
                                "Encoding",
                                "not specified in the project, and not evident from the sources",
                                Certainty.GUESS,
                                ProjectSettings.encodingEvidence(reading.sourceFiles())));
        for (Wiring wiring : reading.wirings()) {
            wiring.name()
                    .ifPresent(name -> found.add(
                            Topic.SETTINGS, "Name", name.value(), Certainty.CERTAIN, List.of(name.evidence())));
            wiring.contextPath()
                    .ifPresent(path -> found.add(
                            Topic.SETTINGS,
                            "Context path",
                            "/" + path.value(),
                            Certainty.CERTAIN,
                            List.of(path.evidence())));
        }
        project.main().stream()
                .filter(source -> source.entryPoint().isPresent())
                .limit(5)
                .forEach(source -> found.add(
                        Topic.SETTINGS,
                        "Main class",
                        source.entryPoint().get().className(),
                        Certainty.LIKELY,
                        List.of(new Evidence(
                                source.path(), source.entryPoint().get().line(), source.entryPointText()))));
    }

    /** Sources whose bytes do not decode in the encoding that was declared. */
    void undecodable() {
        ProjectSettings.encodings(reading.wirings()).stream().findFirst().ifPresent(stated -> {
            if (!Charset.isSupported(stated.value())) {
                found.add(Finding.trouble(stated.value(), "is not a known encoding", stated.evidence()));
                return;
            }
            boolean unicode = stated.value().equalsIgnoreCase("UTF-8");
            List<SourceFile> broken = reading.sourceFiles().stream()
                    .filter(source -> unicode)
                    .filter(source -> source.encoding().kind() != SourceEncoding.Kind.ASCII
                            && source.encoding().kind() != SourceEncoding.Kind.UTF_8)
                    .toList();
            for (SourceFile source : broken) {
                found.add(Finding.trouble(
                        source.path(),
                        "is not valid " + stated.value()
                                + source.encoding()
                                        .charset()
                                        .map(charset -> "; it looks like " + charset)
                                        .orElse(""),
                        stated.evidence()));
            }
        });
    }
}

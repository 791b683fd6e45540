package dev.pfeiler.ecosystem.jvm.finding;

import dev.pfeiler.ecosystem.jvm.deployment.RequiredDescriptors;
import dev.pfeiler.ecosystem.jvm.deployment.RuntimeNeeds;
import dev.pfeiler.ecosystem.jvm.project.JvmProject;
import dev.pfeiler.ecosystem.jvm.reading.JvmReading;
import dev.pfeiler.ecosystem.jvm.setting.WiringConflicts;
import dev.pfeiler.ecosystem.jvm.target.JvmTarget;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.process.Environment;
import java.util.List;
import java.util.TreeMap;
import java.util.stream.Collectors;

/** Reports what a project contains. */
public final class JvmFindings {
    private JvmFindings() {}

    /** @param targets the build tools that the project can be converted for */
    public static List<Finding> of(ProjectFacts facts, List<JvmTarget> targets, Environment environment) {
        JvmReading reading = facts.reading();
        JvmProject project = facts.project();
        FindingList found = new FindingList();
        FolderFindings folders = new FolderFindings(facts, found);
        folders.languages();
        folders.folders();
        new LibraryFindings(facts, found).libraries();
        SettingFindings settings = new SettingFindings(facts, found);
        settings.settings();
        DescriptorFindings descriptors = new DescriptorFindings(facts, found);
        descriptors.descriptors();
        ToolFindings.jdk(reading.toolchain(), found);
        ToolFindings.buildTools(targets, environment, found);
        found.addAll(reading.trouble());
        project.webs().values().forEach(web -> found.addAll(web.trouble()));
        facts.descriptorErrors().forEach(error -> found.add(error.finding()));
        found.addAll(new RuntimeNeeds(reading, project).findings());
        settings.undecodable();
        found.addAll(new RequiredDescriptors(reading, project).findings());
        reading.wirings().stream()
                // several modules may each have their own settings
                .collect(Collectors.groupingBy(
                        wiring -> project.modules().size() > 1 ? wiring.folder() : "",
                        TreeMap::new,
                        Collectors.toList()))
                .values()
                .forEach(wirings -> found.addAll(new WiringConflicts(wirings).findings()));
        return found.all();
    }
}

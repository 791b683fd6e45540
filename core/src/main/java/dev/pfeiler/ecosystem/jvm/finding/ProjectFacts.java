package dev.pfeiler.ecosystem.jvm.finding;

import dev.pfeiler.ecosystem.jvm.deployment.DescriptorAudit;
import dev.pfeiler.ecosystem.jvm.deployment.DescriptorError;
import dev.pfeiler.ecosystem.jvm.library.MissingLibraries;
import dev.pfeiler.ecosystem.jvm.project.JvmProject;
import dev.pfeiler.ecosystem.jvm.project.SourceModule;
import dev.pfeiler.ecosystem.jvm.reading.JvmReading;
import dev.pfeiler.ecosystem.jvm.setting.ProjectSettings;
import dev.pfeiler.ecosystem.jvm.setting.ProjectSettings.LevelSign;
import dev.pfeiler.evidence.Certainty;
import java.util.ArrayList;
import java.util.List;

/**
 * What findings and decisions both need of a project, worked out once.
 *
 * @param levelSigns what shows the Java level, the strongest first
 * @param missing libraries that are imported and in no jar, in versions for {@code missingLevel}
 * @param missingLevel the Java level that those versions are for
 * @param descriptorErrors errors in deployment descriptors
 */
public record ProjectFacts(
        JvmReading reading,
        JvmProject project,
        List<LevelSign> levelSigns,
        MissingLibraries missing,
        int missingLevel,
        List<DescriptorError> descriptorErrors) {
    private static final int USUAL_LEVEL = 8;

    public static ProjectFacts of(JvmReading reading, JvmProject project) {
        List<LevelSign> signs = new ArrayList<>(ProjectSettings.levelSigns(
                reading.wirings(),
                reading.stated().built(),
                reading.sourceFiles(),
                project.libraries(),
                reading.stated().documented()));
        int highest = signs.stream().mapToInt(LevelSign::level).max().orElse(USUAL_LEVEL);
        int missingLevel = Math.max(highest, USUAL_LEVEL);
        MissingLibraries missing = project.missing(reading, project.main(), project.tests(), missingLevel);
        missing.all().stream()
                .filter(library -> library.level() > highest)
                .forEach(library -> signs.add(new LevelSign(
                        library.level(),
                        Certainty.GUESS,
                        "required by " + library.coordinates().artifact() + ", which is imported",
                        library.evidence().get(0))));
        return new ProjectFacts(
                reading,
                project,
                List.copyOf(signs),
                missing,
                missingLevel,
                new DescriptorAudit(reading, project).errors());
    }

    /** The libraries that a module lacks; an only module lacks those of the project, which are looked up already. */
    public MissingLibraries missing(SourceModule module, int level) {
        return module.name().isOnly() && level == missingLevel
                ? missing
                : project.missing(reading, module.main(), module.tests(), level);
    }
}

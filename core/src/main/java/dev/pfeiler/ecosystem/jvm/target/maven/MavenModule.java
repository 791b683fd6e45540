package dev.pfeiler.ecosystem.jvm.target.maven;

import dev.pfeiler.ecosystem.jvm.dependency.JarOutcome;
import dev.pfeiler.tree.Paths;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * One archive that Maven makes.
 *
 * @param name of the artifact
 * @param folder within the project; empty where the project is one module
 * @param packaging {@code jar}, {@code war} or {@code ear}
 * @param pins versions of what comes along
 * @param needs the other modules it needs
 * @param finalName what the archive is called; nothing where name and version make it up
 * @param manifest attributes that the manifest has to have
 * @param manifestFile a file that the manifest is made from, as the descriptor sees it
 * @param generators plug-ins that write sources
 * @param selfContained whether a second archive is made that holds the libraries too
 * @param start the plug-in that starts what was built
 * @param tests names of test sources that the test runner's usual patterns do not match, as patterns
 * @param testRun what the test runner is told
 * @param kept where its files lie, when they stay there
 * @param documentation whether files of the documentation, which the class path had too, lie beside the sources
 * @param packageInfo whether sources describe packages
 * @param webXml whether a deployment descriptor lies in the web folder
 * @param enterprise what goes into it, where it is an enterprise archive
 */
public record MavenModule(
        String name,
        String folder,
        String packaging,
        List<JarOutcome> dependencies,
        List<JarOutcome.Pin> pins,
        List<Need> needs,
        Optional<String> finalName,
        Map<String, String> manifest,
        Optional<String> manifestFile,
        List<BuildPlugin> generators,
        boolean selfContained,
        Optional<BuildPlugin> start,
        List<String> tests,
        TestRun testRun,
        Optional<KeptLayout> kept,
        boolean documentation,
        boolean packageInfo,
        boolean webXml,
        Optional<EnterpriseArchive> enterprise) {
    public MavenModule {
        dependencies = List.copyOf(dependencies);
        pins = List.copyOf(pins);
        needs = List.copyOf(needs);
        generators = List.copyOf(generators);
        tests = List.copyOf(tests);
    }

    /** What the second archive is called besides the first: its classifier. */
    public static final String WITH_LIBRARIES = "all";

    /** The path of a file, given its path in the module. */
    public String path(String own) {
        return Paths.join(folder, own);
    }

    /** The file name of its archive, at a version. */
    public String archive(String version) {
        return finalName.orElse(name + "-" + version) + "." + packaging;
    }
}

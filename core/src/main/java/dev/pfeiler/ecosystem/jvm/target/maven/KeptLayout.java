package dev.pfeiler.ecosystem.jvm.target.maven;

import java.util.List;

/**
 * Where the files of a module lie, when they stay where they are. Paths are those that its descriptor has to give.
 *
 * @param main folders of sources
 * @param tests folders of tests
 * @param mainExcludes patterns of sources that the program is compiled without
 * @param testIncludes patterns of the only sources that are tests; none for all in the folders of tests
 * @param web the folder that is served; empty where there is none
 * @param webExcludes patterns of what lies there and was put there by the old build, or is declared now
 * @param webResources what is served, or goes with it, and lies elsewhere
 * @param application the folder whose files go into an enterprise archive; empty where there is none
 * @param applicationExcludes patterns of what lies there and does not go in as it is
 */
public record KeptLayout(
        List<String> main,
        List<String> tests,
        List<String> mainExcludes,
        List<String> testIncludes,
        List<Resources> resources,
        List<Resources> testResources,
        String web,
        List<String> webExcludes,
        List<Resources> webResources,
        String application,
        List<String> applicationExcludes) {
    /**
     * A folder of resources, with patterns of what is and is not taken from it.
     *
     * @param target the folder of the archive that they go to; empty for the usual one
     */
    public record Resources(String folder, String target, List<String> includes, List<String> excludes) {}
}

package dev.pfeiler.ecosystem.jvm.maven;

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
 */
public record KeptLayout(
        List<String> main,
        List<String> tests,
        List<String> mainExcludes,
        List<String> testIncludes,
        List<Resources> resources,
        List<Resources> testResources,
        String web,
        List<String> webExcludes) {
    /** A folder of resources, with patterns of what is and is not taken from it. */
    public record Resources(String folder, List<String> includes, List<String> excludes) {}
}

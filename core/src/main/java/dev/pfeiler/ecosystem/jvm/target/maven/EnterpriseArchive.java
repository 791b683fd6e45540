package dev.pfeiler.ecosystem.jvm.target.maven;

import java.util.List;

/**
 * What Maven is told of an enterprise archive.
 *
 * @param version of the platform
 * @param libraryFolder where libraries go that are not placed one by one
 * @param entries what goes in at a place of its own
 */
public record EnterpriseArchive(String version, String libraryFolder, List<Entry> entries) {
    public EnterpriseArchive {
        entries = List.copyOf(entries);
    }

    /**
     * An archive that goes in.
     *
     * @param element how the plug-in calls its kind
     * @param place where it lies in the archive
     * @param contextRoot the path below which it is served; empty where it is not
     */
    public record Entry(String element, String group, String artifact, String place, String contextRoot) {}
}

package dev.pfeiler.ecosystem.jvm.wiring.ant;

/** File names of Ant builds. */
public final class AntNames {
    /** The build file. */
    public static final String BUILD_FILE = "build.xml";

    /** The properties of a project whose build file an IDE writes. */
    public static final String NBPROJECT = "nbproject/project.properties";

    private AntNames() {}
}

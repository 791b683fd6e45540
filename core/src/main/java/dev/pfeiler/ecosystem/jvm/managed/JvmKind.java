package dev.pfeiler.ecosystem.jvm.managed;

import static dev.pfeiler.check.Severity.ERROR;
import static dev.pfeiler.check.Severity.WARNING;

import dev.pfeiler.check.Kind;
import dev.pfeiler.check.Severity;

/** The kinds of discrepancies of JVM builds. */
public enum JvmKind implements Kind {
    TRANSITIVE_USE(WARNING, "Code uses a library that is there only because another dependency brings it"),
    UNUSED_DEPENDENCY(WARNING, "A dependency is declared, and nothing uses it"),
    TEST_DEPENDENCY_IN_PROGRAM(WARNING, "A library that only tests use is declared for the program"),
    SCOPE_TOO_NARROW(ERROR, "Code is compiled against a library that its scope leaves out"),
    CONTAINER_API_PACKED(ERROR, "A web archive contains an API that the container provides"),
    VERSIONS_DIFFER(WARNING, "Modules declare different versions of a library"),
    VERSION_BESIDE_MANAGEMENT(WARNING, "A version is stated that is managed already"),
    MODULE_NOT_LISTED(WARNING, "A folder contains a module that the build does not list"),
    MODULE_MISSING(ERROR, "The build lists a module that is not there"),
    SIBLING_VERSION(ERROR, "A module of the build is required at a version that the build does not have"),
    EXCLUSION_WITHOUT_EFFECT(WARNING, "An exclusion names a library that the dependency does not bring"),
    DECLARED_TWICE(WARNING, "A dependency is declared twice"),
    PROPERTY_UNUSED(WARNING, "A property is defined, and nothing uses it"),
    PLUGIN_WITHOUT_VERSION(WARNING, "A build plug-in has no version"),
    SNAPSHOT_IN_RELEASE(ERROR, "A release depends on a version that still changes"),
    REPOSITORY_WITHOUT_ENCRYPTION(ERROR, "Libraries are fetched without encryption"),
    LEVEL_BELOW_SYNTAX(ERROR, "The Java level is lower than the syntax of the sources"),
    LEVEL_BELOW_LIBRARY(ERROR, "A library's classes are of a higher Java level than the project's"),
    LEVEL_ELSEWHERE(ERROR, "Another file states another Java level than the descriptor"),
    ENCODING_WRONG(ERROR, "The sources are not in the encoding that is stated"),
    SOURCE_ENCODING(ERROR, "A source is in another encoding than the one that is stated"),
    TEST_NOT_RUN(ERROR, "A class with tests has a name that the test runner does not look for"),
    TEST_ENGINE_MISSING(ERROR, "No engine runs tests of their framework"),
    FOLDER_MISSING(WARNING, "The descriptor names a folder that is not there"),
    RESOURCE_NOT_PACKED(ERROR, "Code loads a file from the class path that the build does not pack"),
    CLASS_MISSING(ERROR, "A class is named that is not there"),
    DESCRIPTOR_WRONG(ERROR, "A deployment descriptor contradicts itself or the files around it"),
    WEB_VERSION(WARNING, "A deployment descriptor is written for another version of the API"),
    STALE_JAR(WARNING, "A library that the descriptor declares is in the tree in another version"),
    ARTIFACT_NAME(ERROR, "An archive is named that the build does not make"),
    TWO_DESCRIPTORS(WARNING, "Two build descriptors of one folder disagree"),
    CONFIGURATION_OBSOLETE(ERROR, "A dependency configuration is not known to the stated release of the build tool"),
    WRAPPER_VERSION(WARNING, "The wrapper names another release of the build tool than another file");

    private final Severity severity;
    private final String title;

    JvmKind(Severity severity, String title) {
        this.severity = severity;
        this.title = title;
    }

    @Override
    public String title() {
        return title;
    }

    @Override
    public Severity severity() {
        return severity;
    }
}

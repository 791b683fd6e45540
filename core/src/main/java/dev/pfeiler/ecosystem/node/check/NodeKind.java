package dev.pfeiler.ecosystem.node.check;

import static dev.pfeiler.check.Severity.ERROR;
import static dev.pfeiler.check.Severity.WARNING;

import dev.pfeiler.check.Kind;
import dev.pfeiler.check.Severity;

/** The kinds of discrepancies of packages that npm manages. */
public enum NodeKind implements Kind {
    IMPORT_UNDECLARED(ERROR, "Code imports a package that the descriptor does not declare"),
    DEVELOPMENT_PACKAGE_IN_PROGRAM(ERROR, "The program uses a package that is declared for development only"),
    TEST_PACKAGE_IN_PROGRAM(WARNING, "A package that only tests use is declared for the program"),
    PACKAGE_UNUSED(WARNING, "A package is declared, and nothing uses it"),
    LOCK_OUT_OF_DATE(ERROR, "The lock file does not fit the descriptor"),
    LOCK_FILES_OF_TWO_TOOLS(WARNING, "There are lock files of two package managers"),
    ENTRY_MISSING(ERROR, "The descriptor names a file or folder that is not there"),
    SCRIPT_PROGRAM_MISSING(ERROR, "A script calls a program that no declared package provides"),
    ENGINE_TOO_LOW(ERROR, "The promised release of Node.js does not know the syntax or the modules of the code"),
    ENGINE_ELSEWHERE(ERROR, "Another file takes a release of Node.js that the descriptor excludes"),
    MODULE_TYPE_WRONG(ERROR, "The stated module type does not fit the syntax of the sources"),
    COMPILER_PATH_WRONG(ERROR, "The compiler's configuration names folders in which the sources or results are not"),
    TYPES_OF_OTHER_VERSION(WARNING, "A package of types is for another major version of its package"),
    PEER_MISSING(WARNING, "A package requires another beside it that is not declared");

    private final Severity severity;
    private final String title;

    NodeKind(Severity severity, String title) {
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

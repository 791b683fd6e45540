package dev.pfeiler.ecosystem.php.check;

import static dev.pfeiler.check.Severity.ERROR;
import static dev.pfeiler.check.Severity.WARNING;

import dev.pfeiler.check.Kind;
import dev.pfeiler.check.Severity;

/** The kinds of discrepancies of projects that Composer manages. */
public enum PhpKind implements Kind {
    AUTOLOAD_RULE_WRONG(ERROR, "A class loading rule names a prefix or folder that the classes do not have"),
    AUTOLOAD_FILE_MISSING(ERROR, "The descriptor names a file that is not there"),
    CLASS_NOT_COVERED(ERROR, "No class loading rule loads a class from its file"),
    CLASS_LOADER_MISSING(ERROR, "A file that is started uses classes and does not load the class loader"),
    EXTENSION_UNDECLARED(WARNING, "Code uses an extension that the descriptor does not require"),
    REQUIREMENT_UNDECLARED(ERROR, "Code uses a package that the descriptor does not require"),
    DEVELOPMENT_REQUIREMENT_IN_PROGRAM(ERROR, "The program uses a package that is required for development only"),
    PHP_LEVEL_TOO_LOW(ERROR, "The required release of PHP does not know the syntax or the functions of the code"),
    COMPOSER_LOCK_OUT_OF_DATE(ERROR, "The lock file does not fit the descriptor"),
    PACKAGE_SOURCE_WITHOUT_ENCRYPTION(ERROR, "Packages are fetched without encryption");

    private final Severity severity;
    private final String title;

    PhpKind(Severity severity, String title) {
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

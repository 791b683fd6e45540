package dev.pfeiler.ecosystem.jvm.model;

/** What runs tests. */
public enum TestRunner {
    JUNIT_3,
    /** Runs tests for JUnit 3 too. */
    JUNIT_4,
    /** Runs the tests that its engines find: for JUnit 5, and with the vintage engine for JUnit 3 and 4. */
    JUNIT_PLATFORM,
    TESTNG
}

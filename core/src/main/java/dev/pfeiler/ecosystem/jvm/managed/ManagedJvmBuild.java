package dev.pfeiler.ecosystem.jvm.managed;

import dev.pfeiler.check.Discrepancy;
import dev.pfeiler.ecosystem.jvm.dependency.ClassPathRules;
import java.util.List;

/** The descriptors of a whole managed build, read back. */
public interface ManagedJvmBuild {
    /**
     * A build with what is wrong in its descriptors by themselves.
     *
     * @param discrepancies by the descriptors' order
     */
    record Reading(ManagedJvmBuild build, List<Discrepancy> discrepancies) {
        public Reading {
            discrepancies = List.copyOf(discrepancies);
        }
    }

    /** The top first, if it is a module. */
    List<ManagedModule> modules();

    ClassPathRules rules();

    DescriptorEdits edits();

    /** Whether the test runner of a module finds a test source by its name. */
    boolean findsTest(ManagedModule module, String source);

    /** Whether the tests of a module are run by the JUnit Platform alone, as far as that finds engines. */
    boolean runsPlatform(ManagedModule module);
}

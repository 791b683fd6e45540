package dev.pfeiler.ecosystem.jvm.check;

import dev.pfeiler.ecosystem.jvm.language.SourceFile;
import dev.pfeiler.ecosystem.jvm.managed.ManagedModule;
import java.util.List;
import java.util.stream.Stream;

/** A module with the sources that are in its folders. */
record CheckedModule(ManagedModule managed, List<SourceFile> main, List<SourceFile> tests) {
    CheckedModule {
        main = List.copyOf(main);
        tests = List.copyOf(tests);
    }

    Stream<SourceFile> sources() {
        return Stream.concat(main.stream(), tests.stream());
    }

    String folder() {
        return managed.folder();
    }
}

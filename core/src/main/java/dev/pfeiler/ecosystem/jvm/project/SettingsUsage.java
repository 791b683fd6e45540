package dev.pfeiler.ecosystem.jvm.project;

import dev.pfeiler.ecosystem.jvm.layout.Layout;
import dev.pfeiler.ecosystem.jvm.layout.Placement;
import dev.pfeiler.ecosystem.jvm.layout.Role;
import dev.pfeiler.ecosystem.jvm.library.NamedClasses;
import dev.pfeiler.ecosystem.jvm.reading.JvmReading;
import dev.pfeiler.evidence.Evidence;
import java.util.Map;
import java.util.function.Predicate;
import java.util.stream.Stream;

/** Classes that the settings of a program name. */
final class SettingsUsage {
    private SettingsUsage() {}

    /** The classes named in resources and web files, as far as they are wanted, with the first place of each. */
    static Map<String, Evidence> named(JvmReading reading, Layout layout, Predicate<String> wanted) {
        return NamedClasses.in(
                reading.tree(),
                Stream.concat(layout.files(Role.MAIN_RESOURCES), layout.files(Role.WEB))
                        .map(Placement::path)
                        .filter(wanted)
                        .toList());
    }
}

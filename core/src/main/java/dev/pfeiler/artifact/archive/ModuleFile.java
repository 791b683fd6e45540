package dev.pfeiler.artifact.archive;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.lang.module.InvalidModuleDescriptorException;
import java.lang.module.ModuleDescriptor;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;

/** The class file of a module declaration. */
public final class ModuleFile {
    private ModuleFile() {}

    /** Whether two files declare the same module, whatever archive tools noted in them besides. */
    public static boolean sameModule(byte[] one, byte[] other) {
        try {
            ModuleDescriptor first = read(one);
            ModuleDescriptor second = read(other);
            return first.name().equals(second.name())
                    && requires(first).equals(requires(second))
                    && first.exports().equals(second.exports())
                    && first.opens().equals(second.opens())
                    && first.uses().equals(second.uses())
                    && first.provides().equals(second.provides());
        } catch (IOException | InvalidModuleDescriptorException e) {
            return false;
        }
    }

    /** What a module requires, without the versions that were there when it was compiled. */
    private static Map<String, Set<ModuleDescriptor.Requires.Modifier>> requires(ModuleDescriptor module) {
        return module.requires().stream()
                .collect(Collectors.toMap(ModuleDescriptor.Requires::name, ModuleDescriptor.Requires::modifiers));
    }

    private static ModuleDescriptor read(byte[] bytes) throws IOException {
        try (InputStream in = new ByteArrayInputStream(bytes)) {
            return ModuleDescriptor.read(in);
        }
    }
}

package dev.pfeiler.ecosystem.jvm.project;

import dev.pfeiler.artifact.archive.Jar;
import dev.pfeiler.ecosystem.jvm.model.ModuleName;
import dev.pfeiler.ecosystem.jvm.web.EnterpriseDescriptor;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * What an enterprise archive is made of.
 *
 * @param descriptor its {@code application.xml}, where there is one
 * @param packs the modules that go in, by name, with their places in it
 * @param libraries the jars that go in, with their places in it
 */
public record EnterpriseContents(
        Optional<EnterpriseDescriptor> descriptor, Map<ModuleName, String> packs, Map<Jar, String> libraries) {
    private static final Set<String> VERSIONS = Set.of("1.3", "1.4", "5", "6", "7", "8", "9", "10");
    private static final String LAST_JAVAX = "8";
    private static final String JAKARTA = "10";

    public EnterpriseContents {
        packs = Collections.unmodifiableMap(new LinkedHashMap<>(packs));
        libraries = Collections.unmodifiableMap(new LinkedHashMap<>(libraries));
    }

    /** The path below which a module is served, as the descriptor has it. */
    public Optional<String> contextRoot(ModuleName module) {
        String place = packs.getOrDefault(module, "");
        return descriptor.stream()
                .flatMap(d -> d.modules().stream())
                .filter(m -> m.uri().equals(place) && !m.contextRoot().isEmpty())
                .map(EnterpriseDescriptor.Module::contextRoot)
                .findFirst();
    }

    /**
     * The version of the platform that the archive is for.
     *
     * @param jakarta whether the project uses the {@code jakarta} packages
     */
    public String platform(boolean jakarta) {
        String stated = descriptor.map(EnterpriseDescriptor::version).orElse("");
        if (stated.equals("1.2")) return "1.3";
        return VERSIONS.contains(stated) ? stated : jakarta ? JAKARTA : LAST_JAVAX;
    }
}

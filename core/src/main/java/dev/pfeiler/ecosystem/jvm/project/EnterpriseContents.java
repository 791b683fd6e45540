package dev.pfeiler.ecosystem.jvm.project;

import dev.pfeiler.ecosystem.jvm.archive.Jar;
import dev.pfeiler.ecosystem.jvm.web.EnterpriseDescriptor;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;

/**
 * What an enterprise archive is made of.
 *
 * @param descriptor its {@code application.xml}, where there is one
 * @param packs the modules that go in, by name, with their places in it
 * @param libraries the jars that go in, with their places in it
 */
public record EnterpriseContents(
        Optional<EnterpriseDescriptor> descriptor, Map<String, String> packs, Map<Jar, String> libraries) {
    public EnterpriseContents {
        packs = Collections.unmodifiableMap(new LinkedHashMap<>(packs));
        libraries = Collections.unmodifiableMap(new LinkedHashMap<>(libraries));
    }

    /** The path below which a module is served, as the descriptor has it. */
    public Optional<String> contextRoot(String module) {
        String place = packs.getOrDefault(module, "");
        return descriptor.stream()
                .flatMap(d -> d.modules().stream())
                .filter(m -> m.uri().equals(place) && !m.contextRoot().isEmpty())
                .map(EnterpriseDescriptor.Module::contextRoot)
                .findFirst();
    }
}

package dev.pfeiler.ecosystem.jvm.deployment;

import dev.pfeiler.artifact.archive.Jar;
import dev.pfeiler.conversion.Step;
import dev.pfeiler.ecosystem.jvm.layout.Folder;
import dev.pfeiler.ecosystem.jvm.layout.Placement;
import dev.pfeiler.ecosystem.jvm.layout.Role;
import dev.pfeiler.ecosystem.jvm.model.ModuleName;
import dev.pfeiler.ecosystem.jvm.project.EnterpriseContents;
import dev.pfeiler.ecosystem.jvm.project.JvmProject;
import dev.pfeiler.ecosystem.jvm.project.SourceModule;
import dev.pfeiler.ecosystem.jvm.reading.JvmReading;
import dev.pfeiler.ecosystem.jvm.web.EnterpriseDescriptor;
import dev.pfeiler.ecosystem.jvm.wiring.Wiring;
import dev.pfeiler.evidence.Certainty;
import dev.pfeiler.evidence.Evidence;
import dev.pfeiler.evidence.Finding;
import dev.pfeiler.proposal.Choosable;
import dev.pfeiler.proposal.Decision;
import dev.pfeiler.proposal.Deliberation;
import dev.pfeiler.tree.Paths;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Stream;

/** Deployment descriptors that a module needs and lacks. */
public final class RequiredDescriptors {
    static final String WEB = "WEB-INF/web.xml";
    static final String APPLICATION = "META-INF/application.xml";
    private static final String WRITTEN = "written";
    private static final List<String> WELCOMING = List.of("html", "htm", "jsp", "xhtml");
    private static final Set<String> BEANS = Set.of("Stateless", "Stateful", "Singleton", "MessageDriven");

    /**
     * A framework whose servlet or filter has to be declared.
     *
     * @param sign a file of the program that configures it, by its place in the archive; its first group may be the
     *     servlet's name
     * @param otherwise what a source names that declares it by code
     * @param types its class, of which the first that is there is taken
     */
    private record Framework(
            String sign, String kind, String name, String pattern, List<String> otherwise, List<String> types) {}

    private static final List<Framework> FRAMEWORKS = List.of(
            new Framework(
                    "WEB-INF/([\\w.-]+)-servlet\\.xml",
                    "servlet",
                    "",
                    "/",
                    List.of("WebApplicationInitializer", "AbstractAnnotationConfigDispatcherServletInitializer"),
                    List.of("org.springframework.web.servlet.DispatcherServlet")),
            new Framework(
                    "WEB-INF/classes/struts\\.xml",
                    "filter",
                    "struts2",
                    "/*",
                    List.of(),
                    List.of(
                            "org.apache.struts2.dispatcher.filter.StrutsPrepareAndExecuteFilter",
                            "org.apache.struts2.dispatcher.ng.filter.StrutsPrepareAndExecuteFilter",
                            "org.apache.struts2.dispatcher.FilterDispatcher")),
            new Framework(
                    "WEB-INF/struts-config\\.xml",
                    "servlet",
                    "action",
                    "*.do",
                    List.of(),
                    List.of("org.apache.struts.action.ActionServlet")));

    private final JvmReading reading;
    private final JvmProject project;

    public RequiredDescriptors(JvmReading reading, JvmProject project) {
        this.reading = reading;
        this.project = project;
    }

    /**
     * A descriptor to write.
     *
     * @param module the name of the module that lacks it
     * @param entry its place in the archive
     */
    public record Required(ModuleName module, String entry, Step.Write step) {}

    /** A framework that a web program configures and nothing declares. */
    private record Undeclared(NewDescriptor.Mapped mapped, Evidence sign) {}

    /**
     * Decides which are written.
     *
     * @param projectName names a project of one module
     * @param keep whether files stay where they are
     */
    public List<Required> decide(Deliberation deliberation, String projectName, boolean keep) {
        List<Required> all = new ArrayList<>();
        for (SourceModule module : project.modules()) {
            String name = module.name().within(projectName);
            if (module.web().isPresent()) web(module, name, keep, deliberation).ifPresent(all::add);
            if (module.enterprise().isPresent())
                application(module, name, deliberation).ifPresent(all::add);
        }
        return all;
    }

    /** Frameworks that a descriptor that is there says nothing of. */
    public List<Finding> findings() {
        List<Finding> findings = new ArrayList<>();
        project.webs().forEach((folder, web) -> web.descriptor().ifPresent(descriptor -> undeclared(folder).stream()
                .filter(framework ->
                        !descriptor.classes().containsKey(framework.mapped().type()))
                .forEach(framework -> findings.add(Finding.trouble(
                        framework.mapped().type(),
                        "is configured, but " + descriptor.path() + " does not declare it; declare it, mapped to "
                                + framework.mapped().pattern(),
                        framework.sign())))));
        return findings;
    }

    private List<Undeclared> undeclared(Folder folder) {
        Map<String, String> places = new TreeMap<>(project.layout().served(folder));
        project.layout()
                .files(Role.MAIN_RESOURCES)
                .forEach(p -> places.put("WEB-INF/classes/" + p.relative(), p.path()));
        List<Undeclared> undeclared = new ArrayList<>();
        for (Framework framework : FRAMEWORKS) {
            Optional<String> type = framework.types().stream()
                    .filter(name -> reading.jars().stream().anyMatch(jar -> jar.holds(name)))
                    .findFirst();
            boolean byCode = project.main().stream().anyMatch(source -> framework.otherwise().stream()
                    .anyMatch(name -> source.simple().contains(name)));
            if (type.isEmpty() || byCode) continue;
            places.forEach((place, path) -> {
                if (!place.matches(framework.sign())) return;
                String name =
                        framework.name().isEmpty() ? place.replaceFirst(framework.sign(), "$1") : framework.name();
                undeclared.add(new Undeclared(
                        new NewDescriptor.Mapped(framework.kind(), name, type.get(), framework.pattern()),
                        Evidence.of(path, "")));
            });
        }
        return undeclared;
    }

    private Optional<Required> web(SourceModule module, String name, boolean keep, Deliberation deliberation) {
        Folder folder = module.web().orElseThrow();
        if (project.webs().get(folder).descriptor().isPresent()) return Optional.empty();
        List<Undeclared> undeclared = undeclared(folder);
        Optional<Jar> early = reading.jars().stream()
                .filter(jar -> jar.holds("javax.servlet.Servlet"))
                .filter(jar -> !jar.holds("javax.servlet.annotation.WebServlet"))
                .findFirst();
        if (undeclared.isEmpty() && early.isEmpty()) return Optional.empty();
        String reason = undeclared.isEmpty()
                ? "required by that version of the servlet API; there was none"
                : "required to declare " + undeclared.get(0).mapped().type() + "; there was none";
        List<Evidence> evidence = Stream.concat(
                        undeclared.stream().map(Undeclared::sign),
                        early.map(jar -> Evidence.of(jar.path(), "javax.servlet")).stream())
                .toList();
        if (!wanted(module.name().key("web.xml"), WEB, reason, evidence, deliberation)) return Optional.empty();
        String api = reading.servletApi().orElse(reading.jakarta() ? "6.0" : early.isPresent() ? "2.5" : "3.1");
        Map<String, String> served = project.layout().served(folder);
        List<String> welcome = WELCOMING.stream()
                .map(ending -> "index." + ending)
                .filter(served::containsKey)
                .toList();
        String text = NewDescriptor.web(
                api, name, undeclared.stream().map(Undeclared::mapped).toList(), welcome);
        String path = keep ? Paths.join(folder.path(), WEB) : module.path(Role.WEB.conventional(WEB));
        return Optional.of(new Required(module.name(), WEB, new Step.Write(path, text, reason)));
    }

    /** Without a descriptor a container serves an archive under its own name; where another is stated, it has to be said. */
    private Optional<Required> application(SourceModule module, String name, Deliberation deliberation) {
        EnterpriseContents enterprise = module.enterprise().orElseThrow();
        if (enterprise.descriptor().isPresent()) return Optional.empty();
        List<Evidence> evidence = new ArrayList<>();
        List<EnterpriseDescriptor.Module> modules = new ArrayList<>();
        enterprise.packs().forEach((packed, place) -> {
            SourceModule other = project.module(packed).orElseThrow();
            Optional<Wiring.Setting> context = context(other);
            context.filter(stated -> !stated.value().equals(Paths.stem(place)))
                    .ifPresent(stated -> evidence.add(stated.evidence()));
            kind(other, place)
                    .ifPresent(kind -> modules.add(new EnterpriseDescriptor.Module(
                            kind,
                            place,
                            "/" + context.map(Wiring.Setting::value).orElse(Paths.stem(place)),
                            module.evidence())));
        });
        if (evidence.isEmpty()) return Optional.empty();
        String reason = "required, as an archive is served under a path other than its name; there was none";
        if (!wanted(module.name().key("application.xml"), APPLICATION, reason, evidence, deliberation))
            return Optional.empty();
        String text = NewDescriptor.application(enterprise.platform(reading.jakarta()), name, modules);
        return Optional.of(new Required(
                module.name(),
                APPLICATION,
                new Step.Write(module.path(Role.APPLICATION.conventional(APPLICATION)), text, reason)));
    }

    private Optional<Wiring.Setting> context(SourceModule module) {
        return reading.wirings().stream()
                .filter(wiring -> wiring.folder().equals(module.folder()))
                .flatMap(wiring -> wiring.contextPath().stream())
                .filter(setting -> !setting.value().isEmpty())
                .findFirst();
    }

    /** What a packed module is to the container; nothing for a library. */
    private Optional<EnterpriseDescriptor.Kind> kind(SourceModule module, String place) {
        if (module.web().isPresent()) return Optional.of(EnterpriseDescriptor.Kind.WEB);
        boolean beans = module.main().stream()
                        .flatMap(source -> source.annotations().keySet().stream())
                        .anyMatch(name -> BEANS.contains(name.substring(name.lastIndexOf('.') + 1)))
                || module.paths().stream()
                        .flatMap(path -> project.layout().of(path).stream())
                        .map(Placement::relative)
                        .anyMatch("META-INF/ejb-jar.xml"::equals);
        return beans && Paths.parent(place).isEmpty() ? Optional.of(EnterpriseDescriptor.Kind.EJB) : Optional.empty();
    }

    private static boolean wanted(
            String key, String entry, String reason, List<Evidence> evidence, Deliberation deliberation) {
        String standing = deliberation.settle(
                Decision.of(key, entry, WRITTEN, Certainty.LIKELY, reason, evidence),
                Choosable.oneOf(WRITTEN, Choosable.WITHOUT));
        return standing.equals(WRITTEN);
    }
}

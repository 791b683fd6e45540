package dev.pfeiler;

import static com.tngtech.archunit.base.DescribedPredicate.describe;
import static com.tngtech.archunit.core.domain.JavaClass.Predicates.resideInAPackage;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.Architectures.layeredArchitecture;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.base.DescribedPredicate;
import com.tngtech.archunit.core.domain.JavaClass;
import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.lang.ArchRule;
import com.tngtech.archunit.library.Architectures.LayeredArchitecture;
import com.tngtech.archunit.library.dependencies.SliceAssignment;
import com.tngtech.archunit.library.dependencies.SliceIdentifier;
import dev.pfeiler.conversion.Step;
import java.nio.charset.Charset;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.DynamicTest;
import org.junit.jupiter.api.TestFactory;

/** The layers of docs/architecture.md. */
class ArchitectureTest {
    private static final JavaClasses CLASSES = new ClassFileImporter()
            .withImportOption(new ImportOption.DoNotIncludeTests())
            .importPackages("dev.pfeiler");

    /** Every rule of this class, by its name. */
    @TestFactory
    Stream<DynamicTest> rules() {
        return Stream.of(ArchitectureTest.class.getDeclaredFields())
                .filter(field -> field.getType().equals(ArchRule.class))
                .map(field ->
                        DynamicTest.dynamicTest(field.getName(), () -> ((ArchRule) field.get(null)).check(CLASSES)));
    }

    /** The layers that all ecosystems share, bottom up. */
    private static final List<String> SHARED = List.of(
            "evidence",
            "tree",
            "process",
            "script",
            "facts",
            "remote",
            "conversion",
            "proposal",
            "fresh",
            "proof",
            "check",
            "ecosystem",
            "survey",
            "creation",
            "proving",
            "checking");

    /** What ecosystems share whose libraries are jars, bottom up. */
    private static final List<String> ARTIFACT = List.of("repository..", "archive..", "identity..");

    /** The layers of the JVM ecosystem, bottom up. */
    private static final List<String> JVM = List.of(
            "language..",
            "wiring..",
            "web..",
            "layout..",
            "model..",
            "setting..",
            "library..",
            "reading..",
            "project..",
            "dependency..",
            "deployment..",
            "managed..",
            "target..",
            "check..",
            "finding..",
            "decision..",
            "addition..",
            "creation..",
            "step..",
            "proof..");

    /** The layers of the Node ecosystem, bottom up. */
    private static final List<String> NODE = List.of(
            "source..",
            "registry..",
            "wiring..",
            "library..",
            "model..",
            "project..",
            "page..",
            "target..",
            "decision..",
            "descriptor..",
            "check..",
            "creation..",
            "step..",
            "addition..",
            "proof..");

    /** The layers of the PHP ecosystem, bottom up. */
    private static final List<String> PHP = List.of(
            "source..",
            "loading..",
            "composer..",
            "project..",
            "coverage..",
            "layout..",
            "edit..",
            "finding..",
            "check..",
            "decision..",
            "creation..",
            "proof..");

    /** The layers of the Go ecosystem, bottom up. */
    private static final List<String> GO = List.of(
            "source..",
            "module..",
            "registry..",
            "project..",
            "decision..",
            "addition..",
            "creation..",
            "step..",
            "proof..");

    /** The layers of the .NET ecosystem, bottom up. */
    private static final List<String> DOTNET = List.of(
            "source..",
            "assembly..",
            "evaluation..",
            "solution..",
            "model..",
            "project..",
            "decision..",
            "addition..",
            "creation..",
            "step..",
            "proof..");

    /** The layers of the Clojure ecosystem, bottom up. */
    private static final List<String> CLOJURE = List.of(
            "source..",
            "project..",
            "model..",
            "decision..",
            "descriptor..",
            "addition..",
            "creation..",
            "step..",
            "proof..");

    static final ArchRule sharedLayers = layers("dev.pfeiler.", SHARED);

    static final ArchRule artifactLayers = layers("dev.pfeiler.artifact.", ARTIFACT);

    static final ArchRule jvmLayers = layers("dev.pfeiler.ecosystem.jvm.", JVM);

    static final ArchRule nodeLayers = layers("dev.pfeiler.ecosystem.node.", NODE);

    static final ArchRule phpLayers = layers("dev.pfeiler.ecosystem.php.", PHP);

    static final ArchRule goLayers = layers("dev.pfeiler.ecosystem.go.", GO);

    static final ArchRule dotnetLayers = layers("dev.pfeiler.ecosystem.dotnet.", DOTNET);

    static final ArchRule clojureLayers = layers("dev.pfeiler.ecosystem.clojure.", CLOJURE);

    /** Each layer may be used by those above it only. */
    private static ArchRule layers(String root, List<String> packages) {
        LayeredArchitecture architecture = layeredArchitecture().consideringOnlyDependenciesInLayers();
        for (String name : packages) architecture = architecture.layer(name).definedBy(root + name);
        for (int i = 0; i < packages.size(); i++) {
            List<String> above = new ArrayList<>(packages.subList(i + 1, packages.size()));
            architecture = above.isEmpty()
                    ? architecture.whereLayer(packages.get(i)).mayNotBeAccessedByAnyLayer()
                    : architecture.whereLayer(packages.get(i)).mayOnlyBeAccessedByLayers(above.toArray(String[]::new));
        }
        return architecture;
    }

    static final ArchRule sharedLayersKnowNoEcosystem = noClasses()
            .that()
            .resideInAnyPackage(SHARED.stream().map("dev.pfeiler."::concat).toArray(String[]::new))
            .should()
            .dependOnClassesThat()
            .resideInAPackage("dev.pfeiler.ecosystem.*..");

    /** Of what all ecosystems share, nothing knows jars. */
    static final ArchRule onlyEcosystemsKnowArtifacts = noClasses()
            .that()
            .resideOutsideOfPackages("dev.pfeiler.ecosystem.*..", "dev.pfeiler.artifact..")
            .should()
            .dependOnClassesThat()
            .resideInAPackage("dev.pfeiler.artifact..");

    static final ArchRule oneListNamesTheEcosystems = noClasses()
            .that()
            .resideOutsideOfPackage("dev.pfeiler.ecosystem.*..")
            .and()
            .doNotHaveFullyQualifiedName("dev.pfeiler.Ecosystems")
            .should()
            .dependOnClassesThat()
            .resideInAPackage("dev.pfeiler.ecosystem.*..");

    static final ArchRule ecosystemsDoNotKnowEachOther =
            slices().matching("dev.pfeiler.ecosystem.(*)..").should().notDependOnEachOther();

    static final ArchRule packagesHaveNoCycles =
            slices().matching("dev.pfeiler.(**)").should().beFreeOfCycles();

    /** A slice is a top-level class with what is nested in it: cycles inside a package are seen, too. */
    static final ArchRule classesHaveNoCycles = slices().assignedFrom(new SliceAssignment() {
                @Override
                public SliceIdentifier getIdentifierOf(JavaClass type) {
                    if (!type.getPackageName().startsWith("dev.pfeiler")) return SliceIdentifier.ignore();
                    JavaClass outer = type;
                    while (outer.getEnclosingClass().isPresent())
                        outer = outer.getEnclosingClass().get();
                    return SliceIdentifier.of(outer.getName());
                }

                @Override
                public String getDescription() {
                    return "top-level classes";
                }
            })
            .should()
            .beFreeOfCycles();

    private static final DescribedPredicate<JavaClass> MAVEN_TARGET =
            resideInAPackage("..jvm.target.maven..").as("the Maven target");

    static final ArchRule onlyTheEcosystemNamesItsTargets = noClasses()
            .that()
            .resideInAPackage("dev.pfeiler.ecosystem.jvm..")
            .and(DescribedPredicate.not(MAVEN_TARGET))
            .and()
            .resideOutsideOfPackage("..jvm.addition..")
            .and()
            .doNotHaveSimpleName("JvmPart")
            .should()
            .dependOnClassesThat(MAVEN_TARGET);

    static final ArchRule filesAreReadThroughTheTree = noClasses()
            .that(describe("read a project", ArchitectureTest::readsThroughTheTree))
            .should()
            .dependOnClassesThat()
            .haveFullyQualifiedName("java.nio.file.Files")
            .orShould()
            .dependOnClassesThat()
            .haveNameMatching("java\\.io\\.File(In|Out)putStream");

    private static boolean readsThroughTheTree(JavaClass type) {
        String name = type.getPackageName();
        if (name.equals("dev.pfeiler.survey") || name.equals("dev.pfeiler.proposal")) return true;
        // jars are read as archives, and what lies outside the project by those who know the place
        return name.matches("dev\\.pfeiler\\.(artifact|ecosystem\\.\\w+)\\..*")
                && !name.matches(".*\\.(proof|archive|repository|registry|target|addition)(\\..*)?")
                // looks for the JDK of this machine
                && !type.getSimpleName().equals("Toolchain");
    }

    /** Reading a project starts no program: only what proves it, the build tools, and the reader of version control do. */
    static final ArchRule onlyProofsStartPrograms = noClasses()
            .that(describe("read a project", type -> !startsPrograms(type)))
            .should()
            .dependOnClassesThat()
            .haveNameMatching("dev\\.pfeiler\\.process\\.(ToolRun|RunningProgram)")
            .orShould()
            .dependOnClassesThat()
            .haveFullyQualifiedName("java.lang.ProcessBuilder")
            .orShould()
            .callMethod(Runtime.class, "exec", String[].class);

    private static boolean startsPrograms(JavaClass type) {
        String name = type.getPackageName();
        return name.matches(".*\\.(proof|target)(\\..*)?")
                || name.equals("dev.pfeiler.process")
                || type.getName().startsWith("dev.pfeiler.conversion.WorkTree");
    }

    /** Edits are made by one factory, which refuses a text that would not survive. */
    static final ArchRule oneFactoryMakesEdits = noClasses()
            .that()
            .resideOutsideOfPackage("dev.pfeiler.conversion")
            .should()
            .callConstructor(
                    Step.Edit.class, String.class, String.class, String.class, Charset.class, List.class, String.class);

    static final ArchRule oneLayerRunsPrograms = noClasses()
            .that()
            .resideOutsideOfPackage("dev.pfeiler.process")
            .should()
            .dependOnClassesThat()
            .haveFullyQualifiedName("java.lang.ProcessBuilder");
}

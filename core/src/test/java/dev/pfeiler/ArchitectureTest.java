package dev.pfeiler;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;
import com.tngtech.archunit.library.GeneralCodingRules;

/** The rules of the house. */
@AnalyzeClasses(packages = "dev.pfeiler", importOptions = ImportOption.DoNotIncludeTests.class)
class ArchitectureTest {
    @ArchTest
    static final ArchRule coreKnowsNoInterface = noClasses()
            .should()
            .dependOnClassesThat()
            .resideInAnyPackage("dev.pfeiler.cli..", "picocli..", "me.tongfei..");

    @ArchTest
    static final ArchRule coreDoesNotPrint = GeneralCodingRules.NO_CLASSES_SHOULD_ACCESS_STANDARD_STREAMS;

    @ArchTest
    static final ArchRule floorsKnowNoWing = noClasses()
            .that()
            .resideInAnyPackage(
                    "dev.pfeiler.tree",
                    "dev.pfeiler.evidence",
                    "dev.pfeiler.survey",
                    "dev.pfeiler.proposal",
                    "dev.pfeiler.conversion",
                    "dev.pfeiler.proof",
                    "dev.pfeiler.ecosystem")
            .should()
            .dependOnClassesThat()
            .resideInAPackage("dev.pfeiler.ecosystem.*..");

    @ArchTest
    static final ArchRule wingsDoNotKnowEachOther =
            slices().matching("dev.pfeiler.ecosystem.(*)..").should().notDependOnEachOther();

    @ArchTest
    static final ArchRule noCycles =
            slices().matching("dev.pfeiler.(**)").should().beFreeOfCycles();

    @ArchTest
    static final ArchRule surveyAndProposalReadThroughTheTree = noClasses()
            .that()
            .resideInAnyPackage(
                    "dev.pfeiler.survey",
                    "dev.pfeiler.proposal",
                    "dev.pfeiler.ecosystem.jvm.source",
                    "dev.pfeiler.ecosystem.jvm.layout",
                    "dev.pfeiler.ecosystem.jvm.wiring",
                    "dev.pfeiler.ecosystem.jvm.dependency",
                    "dev.pfeiler.ecosystem.jvm.deployment",
                    "dev.pfeiler.ecosystem.jvm.setting")
            .should()
            .dependOnClassesThat()
            .haveFullyQualifiedName("java.nio.file.Files")
            .orShould()
            .dependOnClassesThat()
            .haveNameMatching("java\\.io\\.File(In|Out)putStream");

    @ArchTest
    static final ArchRule onlyProofRunsPrograms = noClasses()
            .that()
            .resideOutsideOfPackage("dev.pfeiler.proof")
            .should()
            .dependOnClassesThat()
            .haveFullyQualifiedName("java.lang.ProcessBuilder");
}

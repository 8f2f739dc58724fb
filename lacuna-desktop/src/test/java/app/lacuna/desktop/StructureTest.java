package app.lacuna.desktop;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.importer.ImportOption.DoNotIncludeTests;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;

/** View models know no scene; packages have no cycles; only the core computes. */
@AnalyzeClasses(packages = "app.lacuna.desktop", importOptions = DoNotIncludeTests.class)
class StructureTest {
    @ArchTest
    static final ArchRule viewModelsKnowNoViews =
            noClasses()
                    .that()
                    .haveSimpleNameEndingWith("Model")
                    .should()
                    .dependOnClassesThat()
                    .resideInAnyPackage(
                            "javafx.scene..",
                            "javafx.stage..",
                            "javafx.concurrent..",
                            "app.lacuna.desktop.ui..",
                            "app.lacuna.desktop.shell..");

    /** Adding a place is adding a folder: nothing but what puts the program together knows one. */
    @ArchTest
    static final ArchRule placesKnowNoPlaces =
            slices().matching("app.lacuna.desktop.places.(*)..").should().notDependOnEachOther();

    @ArchTest
    static final ArchRule onlyTheProgramKnowsPlaces =
            noClasses()
                    .that()
                    .resideOutsideOfPackages(
                            "app.lacuna.desktop.places..",
                            "app.lacuna.desktop.app..",
                            "app.lacuna.desktop.window..")
                    .should()
                    .dependOnClassesThat()
                    .resideInAPackage("app.lacuna.desktop.places..");

    @ArchTest
    static final ArchRule partsKnowNoPartsInCircles =
            slices().matching("app.lacuna.desktop.parts.(*)..").should().beFreeOfCycles();

    @ArchTest
    static final ArchRule hasNoCycles =
            slices().matching("app.lacuna.desktop.(*)..").should().beFreeOfCycles();

    /**
     * {@code Outcome.match} has a parameter for each way in which a job ends: none is forgotten.
     */
    @ArchTest
    static final ArchRule everyOutcomeIsHandled =
            noClasses()
                    .that()
                    .doNotHaveSimpleName("Job")
                    .should()
                    .dependOnClassesThat()
                    .haveNameMatching("app\\.lacuna\\.base\\.Outcome\\$.*");

    @ArchTest
    static final ArchRule leavesArchivesToTheCore =
            noClasses()
                    .should()
                    .dependOnClassesThat()
                    .resideInAnyPackage(
                            "app.lacuna.archive.zip..",
                            "app.lacuna.crypto..",
                            "javax.crypto..",
                            "java.util.zip..");
}

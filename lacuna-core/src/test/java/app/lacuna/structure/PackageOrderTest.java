package app.lacuna.structure;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.Architectures.layeredArchitecture;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.core.importer.ImportOption.DoNotIncludeTests;
import com.tngtech.archunit.core.importer.Location;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;

/** The structure of the core: no interface code, no cycles, imports only go down. */
@AnalyzeClasses(
        packages = "app.lacuna",
        importOptions = {DoNotIncludeTests.class, PackageOrderTest.TheCoreAlone.class})
class PackageOrderTest {
    /** What the tests take from another module is none of its business. */
    static final class TheCoreAlone implements ImportOption {
        @Override
        public boolean includes(Location location) {
            return !location.contains("app/lacuna/demo/");
        }
    }

    @ArchTest
    static final ArchRule knowsNoInterface =
            noClasses()
                    .should()
                    .dependOnClassesThat()
                    .resideInAnyPackage(
                            "java.awt..",
                            "javax.swing..",
                            "javax.imageio..",
                            "javafx..",
                            "picocli..",
                            "app.lacuna.cli..",
                            "app.lacuna.desktop..",
                            "app.lacuna.demo..");

    @ArchTest
    static final ArchRule neverPrintsOrExits =
            noClasses()
                    .should()
                    .accessField(System.class, "out")
                    .orShould()
                    .accessField(System.class, "err")
                    .orShould()
                    .callMethod(System.class, "exit", int.class);

    @ArchTest
    static final ArchRule hasNoCycles =
            slices().matching("app.lacuna.(**)").should().beFreeOfCycles();

    @ArchTest
    static final ArchRule importsOnlyGoDown =
            layeredArchitecture()
                    .consideringOnlyDependenciesInLayers()
                    .layer("job")
                    .definedBy("app.lacuna.job")
                    .layer("uses")
                    .definedBy(
                            "app.lacuna.edit",
                            "app.lacuna.delivery..",
                            "app.lacuna.preview",
                            "app.lacuna.verify",
                            "app.lacuna.extract",
                            "app.lacuna.exposure",
                            "app.lacuna.forecast",
                            "app.lacuna.looseends",
                            "app.lacuna.generations",
                            "app.lacuna.rounds")
                    .layer("formats")
                    .definedBy(
                            "app.lacuna.archive.zip",
                            "app.lacuna.archive.iso",
                            "app.lacuna.archive.tar",
                            "app.lacuna.archive.openpgp")
                    .layer("archive")
                    .definedBy("app.lacuna.archive")
                    .layer("bytes and files")
                    .definedBy(
                            "app.lacuna.io",
                            "app.lacuna.crypto",
                            "app.lacuna.compression",
                            "app.lacuna.reedsolomon",
                            "app.lacuna.selection")
                    .layer("base")
                    .definedBy(
                            "app.lacuna.common",
                            "app.lacuna.error",
                            "app.lacuna.files",
                            "app.lacuna.messages",
                            "app.lacuna.staging",
                            "app.lacuna.clearing",
                            "app.lacuna.trash",
                            "app.lacuna.password",
                            "app.lacuna.print",
                            "app.lacuna.concurrent")
                    .whereLayer("job")
                    .mayNotBeAccessedByAnyLayer()
                    .whereLayer("uses")
                    .mayOnlyBeAccessedByLayers("job")
                    .whereLayer("formats")
                    .mayOnlyBeAccessedByLayers("job", "uses")
                    .whereLayer("archive")
                    .mayOnlyBeAccessedByLayers("job", "uses", "formats")
                    .whereLayer("bytes and files")
                    .mayOnlyBeAccessedByLayers("job", "uses", "formats", "archive");

    @ArchTest
    static final ArchRule bytesKnowNoArchives =
            noClasses()
                    .that()
                    .resideInAnyPackage(
                            "app.lacuna.io",
                            "app.lacuna.crypto",
                            "app.lacuna.compression",
                            "app.lacuna.reedsolomon")
                    .should()
                    .dependOnClassesThat()
                    .resideInAnyPackage("app.lacuna.archive..", "app.lacuna.selection");
}

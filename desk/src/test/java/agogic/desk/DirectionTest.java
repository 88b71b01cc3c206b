package agogic.desk;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;

import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.library.dependencies.SlicesRuleDefinition;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Dependencies run one way: desk → (stand-ins, formats) → core. */
class DirectionTest {
    private final JavaClasses classes = new ClassFileImporter()
            .withImportOption(new ImportOption.DoNotIncludeTests())
            .importPackages("agogic");

    @Test
    void coreKnowsNoWindowNoFilesAndNoClock() {
        noClasses()
                .that()
                .resideInAPackage("agogic.core..")
                .should()
                .dependOnClassesThat()
                .resideInAnyPackage(
                        "javafx..",
                        "java.nio.file..",
                        "java.io..",
                        "javax.sound..",
                        "agogic.formats..",
                        "agogic.standins..",
                        "agogic.desk..")
                .check(classes);
        noClasses()
                .that()
                .resideInAPackage("agogic.core..")
                .should()
                .callMethod(System.class, "nanoTime")
                .orShould()
                .callMethod(System.class, "currentTimeMillis")
                .check(classes);
    }

    @Test
    void formatsAndStandInsDoNotKnowEachOtherNorTheDesk() {
        noClasses()
                .that()
                .resideInAPackage("agogic.formats..")
                .should()
                .dependOnClassesThat()
                .resideInAnyPackage("agogic.standins..", "agogic.desk..", "javafx..")
                .check(classes);
        noClasses()
                .that()
                .resideInAPackage("agogic.standins..")
                .should()
                .dependOnClassesThat()
                .resideInAnyPackage("agogic.formats..", "agogic.desk..", "javafx..")
                .check(classes);
    }

    @Test
    void thePackagesOfAModuleDoNotGoRoundInCircles() {
        for (String module : List.of("core", "formats", "standins", "desk")) {
            SlicesRuleDefinition.slices()
                    .matching("agogic." + module + ".(*)..")
                    .should()
                    .beFreeOfCycles()
                    .check(classes);
        }
    }
}

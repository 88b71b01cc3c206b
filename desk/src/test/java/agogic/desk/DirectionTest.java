package agogic.desk;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;

import agogic.core.envelope.Envelope;
import agogic.core.play.Engine;
import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.library.dependencies.SlicesRuleDefinition;
import java.util.List;
import org.junit.jupiter.api.Nested;
import org.junit.jupiter.api.Test;

/** Dependencies run one way: desk → (stand-ins, formats) → core. */
class DirectionTest {
    /** Read once for all rules: it takes longer than they do. */
    static final JavaClasses CLASSES = new ClassFileImporter()
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
                .check(CLASSES);
        noClasses()
                .that()
                .resideInAPackage("agogic.core..")
                .should()
                .callMethod(System.class, "nanoTime")
                .orShould()
                .callMethod(System.class, "currentTimeMillis")
                .check(CLASSES);
    }

    @Test
    void formatsAndStandInsDoNotKnowEachOtherNorTheDesk() {
        noClasses()
                .that()
                .resideInAPackage("agogic.formats..")
                .should()
                .dependOnClassesThat()
                .resideInAnyPackage("agogic.standins..", "agogic.desk..", "javafx..")
                .check(CLASSES);
        noClasses()
                .that()
                .resideInAPackage("agogic.standins..")
                .should()
                .dependOnClassesThat()
                .resideInAnyPackage("agogic.formats..", "agogic.desk..", "javafx..")
                .check(CLASSES);
    }

    @Test
    void noPackagesOfAModuleGoRoundInCircles() {
        for (String module : List.of("core", "formats", "standins", "desk")) {
            SlicesRuleDefinition.slices()
                    .matching("agogic." + module + ".(**)")
                    .should()
                    .beFreeOfCycles()
                    .check(CLASSES);
        }
    }

    @Test
    void modulesDoNotGoRoundInCirclesEither() {
        SlicesRuleDefinition.slices()
                .matching("agogic.(*)..")
                .should()
                .beFreeOfCycles()
                .check(CLASSES);
    }

    @Test
    void onlyTheLayersOfALaneSayWhatItsValueIs() {
        noClasses()
                .that()
                .resideInAnyPackage(
                        "agogic.core.play..",
                        "agogic.core.trace..",
                        "agogic.core.session..",
                        "agogic.formats.midi..",
                        "agogic.standins..",
                        "agogic.desk.live..",
                        "agogic.desk.model..")
                .should()
                .callMethod(Envelope.class, "valueAt", double.class)
                .orShould()
                .callMethod(Envelope.class, "cursor")
                .check(CLASSES);
    }

    @Test
    void aViewKnowsNoOtherAndTheModelNone() {
        List<String> views = List.of("routes", "catalog", "surfaces", "refine", "shell");
        for (String view : views) {
            String[] others = views.stream()
                    .filter(v -> !v.equals(view) && !view.equals("shell"))
                    .map(v -> "agogic.desk." + v + "..")
                    .toArray(String[]::new);
            if (others.length > 0) {
                noClasses()
                        .that()
                        .resideInAPackage("agogic.desk." + view + "..")
                        .should()
                        .dependOnClassesThat()
                        .resideInAnyPackage(others)
                        .check(CLASSES);
            }
        }
        noClasses()
                .that()
                .resideInAnyPackage("agogic.desk.model..", "agogic.desk.draw..", "agogic.desk.parts..")
                .should()
                .dependOnClassesThat()
                .resideInAnyPackage(
                        views.stream().map(v -> "agogic.desk." + v + "..").toArray(String[]::new))
                .check(CLASSES);
    }

    /** One moment a frame: a view asks for what plays in one, not for its parts in two. */
    @Test
    void noViewAsksTheEngineForPartsOfAMoment() {
        noClasses()
                .that()
                .resideInAPackage("agogic.desk..")
                .and()
                .resideOutsideOfPackages("agogic.desk.command..", "agogic.desk.live..")
                .should()
                .callMethod(Engine.class, "index")
                .orShould()
                .callMethod(Engine.class, "live")
                .orShould()
                .callMethod(Engine.class, "session")
                .check(CLASSES);
    }

    /** Beside the others: the classes are read once. */
    @Nested
    class InCircles extends CirclesRules {}
}

package lectomen.journeys;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;
import static org.assertj.core.api.Assertions.assertThat;

import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.domain.JavaModifier;
import com.tngtech.archunit.lang.ArchRule;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

/** The walls of the house. All breaches are gathered before the test fails. */
class WallsTest {
    private static final List<ArchRule> WALLS = List.of(
            noClasses()
                    .that()
                    .resideInAPackage("lectomen.engine..")
                    .should()
                    .dependOnClassesThat()
                    .resideInAnyPackage(
                            "org.springframework..",
                            "java.sql..",
                            "java.net..",
                            "jakarta..",
                            "org.slf4j..",
                            "picocli..",
                            "lectomen.service..",
                            "lectomen.client..",
                            "lectomen.worker..",
                            "lectomen.demo.."),
            noClasses()
                    .that()
                    .resideInAPackage("lectomen.worker..")
                    .should()
                    .dependOnClassesThat()
                    .resideInAnyPackage(
                            "lectomen.service..", "lectomen.client..", "lectomen.demo..", "org.springframework.."),
            noClasses()
                    .that()
                    .resideInAPackage("lectomen.client..")
                    .should()
                    .dependOnClassesThat()
                    .resideInAnyPackage("lectomen.engine..", "lectomen.service..", "lectomen.demo..", "java.sql.."),
            noClasses()
                    .that()
                    .resideInAPackage("lectomen.local..")
                    .should()
                    .dependOnClassesThat()
                    .resideInAnyPackage(
                            "lectomen.service..",
                            "lectomen.client..",
                            "lectomen.worker..",
                            "lectomen.demo..",
                            "org.apache.pdfbox..",
                            "java.net.."),
            noClasses()
                    .that()
                    .resideInAPackage("lectomen.service..")
                    .should()
                    .dependOnClassesThat()
                    .resideInAnyPackage(
                            "lectomen.worker..",
                            "lectomen.client..",
                            "lectomen.demo..",
                            "lectomen.standins..",
                            "org.apache.pdfbox.."),
            noClasses()
                    .that()
                    .resideInAPackage("lectomen.standins..")
                    .should()
                    .dependOnClassesThat()
                    .resideInAnyPackage(
                            "lectomen.service..", "lectomen.worker..", "lectomen.client..", "lectomen.demo.."),
            noClasses()
                    .that()
                    .resideInAPackage("lectomen.demo..")
                    .should()
                    .dependOnClassesThat()
                    .resideInAnyPackage(
                            "lectomen.service..", "lectomen.worker..", "lectomen.client..", "lectomen.bench.."),
            noClasses()
                    .that()
                    .resideInAnyPackage(
                            "lectomen.service.store..",
                            "lectomen.service.ledger..",
                            "lectomen.service.bytes..",
                            "lectomen.service.job..",
                            "lectomen.service.rulebook..")
                    .should()
                    .dependOnClassesThat()
                    .resideInAnyPackage(
                            "lectomen.service.intake..",
                            "lectomen.service.work..",
                            "lectomen.service.effect..",
                            "lectomen.service.destination..",
                            "lectomen.service.api.."),
            noClasses()
                    .that()
                    .resideOutsideOfPackages("lectomen.service.api..", "lectomen.service")
                    .should()
                    .dependOnClassesThat()
                    .resideInAPackage("lectomen.service.api.."),
            noClasses()
                    .that()
                    .resideInAPackage("lectomen.engine..")
                    .should()
                    .callMethod(System.class, "currentTimeMillis")
                    .orShould()
                    .callMethod(java.time.Instant.class, "now")
                    .orShould()
                    .callMethod(java.time.LocalDate.class, "now"),
            slices().matching("lectomen.engine.(*)..").should().beFreeOfCycles(),
            slices().matching("lectomen.service.(*)..").should().beFreeOfCycles(),
            classes()
                    .that()
                    .haveSimpleNameEndingWith("Manager")
                    .or()
                    .haveSimpleNameEndingWith("Helper")
                    .or()
                    .haveSimpleNameEndingWith("Utils")
                    .or()
                    .haveSimpleNameEndingWith("Impl")
                    .should()
                    .haveModifier(JavaModifier.SYNTHETIC)
                    .because("a class is named after what it is")
                    .allowEmptyShould(true));

    @Test
    void nothingReachesThroughAWall() {
        JavaClasses all = ProductClasses.product();
        assertThat(all.stream().map(c -> c.getPackageName()).distinct())
                .contains(
                        "lectomen.engine.plan",
                        "lectomen.service.intake",
                        "lectomen.client",
                        "lectomen.worker",
                        "lectomen.demo");
        List<String> breaches = new ArrayList<>();
        for (ArchRule wall : WALLS) {
            wall.evaluate(all)
                    .getFailureReport()
                    .getDetails()
                    .forEach(detail -> breaches.add(wall.getDescription() + ": " + detail));
        }
        assertThat(breaches).isEmpty();
    }
}

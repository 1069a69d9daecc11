package gavlin.web;

import static com.tngtech.archunit.core.domain.JavaCall.Predicates.target;
import static com.tngtech.archunit.core.domain.properties.HasName.Predicates.name;
import static com.tngtech.archunit.core.domain.properties.HasOwner.Predicates.With.owner;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.domain.JavaClass;
import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchCondition;
import com.tngtech.archunit.lang.ArchRule;
import com.tngtech.archunit.lang.ConditionEvents;
import com.tngtech.archunit.lang.SimpleConditionEvent;
import jakarta.persistence.Entity;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Assertions;
import org.springframework.data.repository.Repository;

@AnalyzeClasses(packages = "gavlin.web", importOptions = ImportOption.DoNotIncludeTests.class)
class StructureTest {
    @ArchTest
    static final ArchRule features_dependOnEachOther_inOneDirection =
            slices().matching("gavlin.web.(*)..").should().beFreeOfCycles();

    @ArchTest
    static final ArchRule imaging_staysInTheCore_exceptForDrawingTheDemo = noClasses()
            .that()
            .resideOutsideOfPackage("gavlin.web.demo..")
            .and()
            .doNotHaveSimpleName("GavlinApplication")
            .should()
            .dependOnClassesThat()
            .resideInAnyPackage("java.awt..", "javax.imageio..");

    /** What somebody uploaded is only ever read in a decoder's process. */
    @ArchTest
    static final ArchRule strangersBytes_areNeverReadHere = noClasses()
            .should()
            .dependOnClassesThat()
            .haveFullyQualifiedName("gavlin.core.codec.PictureReader")
            .orShould()
            .callMethodWhere(target(owner(name("gavlin.core.codec.RegionCopy"))))
            .orShould()
            .callMethodWhere(target(owner(name("gavlin.core.page.PageReading"))).and(target(name("of"))))
            .orShould()
            .dependOnClassesThat()
            .resideInAnyPackage("com.helger..", "com.drew..", "org.apache.james..");

    /** Its own files are another matter: it knows who wrote them. */
    @ArchTest
    static final ArchRule ownFiles_areReadBack_onlyToBeShown = noClasses()
            .that()
            .doNotHaveFullyQualifiedName("gavlin.web.fit.StandIns")
            .should()
            .dependOnClassesThat()
            .haveFullyQualifiedName("gavlin.core.codec.OwnFile");

    /** Others get records. */
    @ArchTest
    static final ArchRule entities_andTheirRepositories_stayInTheirFeature = classes()
            .that()
            .areAnnotatedWith(Entity.class)
            .or()
            .areAssignableTo(Repository.class)
            .should(onlyBeUsedInTheirPackage());

    @ArchTest
    static void everyPackage_saysWhatItIsFor(JavaClasses all) {
        var named = all.stream()
                .filter(c -> c.getSimpleName().equals("package-info"))
                .map(JavaClass::getPackageName)
                .collect(Collectors.toSet());
        var silent = all.stream()
                .map(JavaClass::getPackageName)
                .filter(p -> !named.contains(p))
                .collect(Collectors.toSet());
        Assertions.assertEquals(java.util.Set.of(), silent);
    }

    private static ArchCondition<JavaClass> onlyBeUsedInTheirPackage() {
        return new ArchCondition<>("only be used in their package") {
            @Override
            public void check(JavaClass entity, ConditionEvents events) {
                entity.getDirectDependenciesToSelf().stream()
                        .filter(use -> !use.getOriginClass().getPackageName().equals(entity.getPackageName()))
                        .forEach(use -> events.add(SimpleConditionEvent.violated(entity, use.getDescription())));
            }
        };
    }
}

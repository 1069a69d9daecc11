package gavlin.web;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;

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
}

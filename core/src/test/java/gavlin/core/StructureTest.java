package gavlin.core;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;

@AnalyzeClasses(packages = "gavlin.core", importOptions = ImportOption.DoNotIncludeTests.class)
class StructureTest {
    @ArchTest
    static final ArchRule packages_dependOnEachOther_inOneDirection =
            slices().matching("gavlin.core.(*)..").should().beFreeOfCycles();

    @ArchTest
    static final ArchRule core_knowsNothing_ofWebOrDatabase = noClasses()
            .should()
            .dependOnClassesThat()
            .resideInAnyPackage("org.springframework..", "jakarta..", "org.hibernate..", "java.sql..");

    /** What somebody uploaded is only ever read in a decoder's process. */
    @ArchTest
    static final ArchRule strangersPictures_areRead_onlyByDecoders = noClasses()
            .that()
            .resideOutsideOfPackages("gavlin.core.codec..", "gavlin.core.decoder..")
            .should()
            .dependOnClassesThat()
            .haveFullyQualifiedName("gavlin.core.codec.PictureReader");

    @ArchTest
    static final ArchRule awt_isUsed_onlyByCodecs = noClasses()
            .that()
            .resideOutsideOfPackages("gavlin.core.codec..", "gavlin.core.decoder..")
            .should()
            .dependOnClassesThat()
            .resideInAnyPackage("java.awt..", "javax.imageio..");
}

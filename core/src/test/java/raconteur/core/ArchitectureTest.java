package raconteur.core;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;

@AnalyzeClasses(packages = "raconteur.core", importOptions = ImportOption.DoNotIncludeTests.class)
class ArchitectureTest {

  @ArchTest
  static final ArchRule theCoreKnowsNoWindowNoDatabaseAndNoFileOfTheApplication =
      noClasses()
          .should()
          .dependOnClassesThat()
          .resideInAnyPackage("javafx..", "java.sql..", "java.nio.file..", "org.sqlite..");

  @ArchTest
  static final ArchRule dataFlowsOneWay =
      slices().matching("raconteur.core.(*)..").should().beFreeOfCycles();

  @ArchTest
  static final ArchRule theSimulatedBenchIsBuiltInLayers =
      slices().matching("raconteur.core.bench.(*)..").should().beFreeOfCycles();

  @ArchTest
  static final ArchRule boardsKnowNothingOfWhatIsSaidOfThem =
      noClasses()
          .that()
          .resideInAnyPackage("raconteur.core.board..", "raconteur.core.device..")
          .should()
          .dependOnClassesThat()
          .resideInAnyPackage(
              "raconteur.core.finding..", "raconteur.core.story..", "raconteur.core.diagnose..");
}

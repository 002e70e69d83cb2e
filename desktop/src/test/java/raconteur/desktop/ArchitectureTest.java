package raconteur.desktop;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.core.importer.Location;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;

@AnalyzeClasses(
    packages = "raconteur",
    importOptions = {ImportOption.DoNotIncludeTests.class, ArchitectureTest.NoTestJars.class})
class ArchitectureTest {

  /** Other modules' tests come in a jar. */
  static final class NoTestJars implements ImportOption {
    @Override
    public boolean includes(Location location) {
      return !location.contains("-tests.jar");
    }
  }

  @ArchTest
  static final ArchRule nothingKnowsTheDesktop =
      noClasses()
          .that()
          .resideOutsideOfPackage("raconteur.desktop..")
          .should()
          .dependOnClassesThat()
          .resideInAnyPackage("raconteur.desktop..", "javafx..");

  @ArchTest
  static final ArchRule theCoreKnowsNoCasebook =
      noClasses()
          .that()
          .resideInAPackage("raconteur.core..")
          .should()
          .dependOnClassesThat()
          .resideInAPackage("raconteur.casebook..");

  @ArchTest
  static final ArchRule presentersKnowNoToolkit =
      noClasses()
          .that()
          .haveSimpleNameEndingWith("Presenter")
          .or()
          .haveSimpleNameEndingWith("Sheets")
          .or()
          .haveSimpleName("CaseDesk")
          .or()
          .haveSimpleName("RevisionAsk")
          .should()
          .dependOnClassesThat()
          .resideInAPackage("javafx..");

  @ArchTest
  static final ArchRule viewsStandOnWhatLiesBelowThem =
      slices().matching("raconteur.desktop.(*)..").should().beFreeOfCycles();

  @ArchTest
  static final ArchRule oneTableOfKeys =
      noClasses()
          .that()
          .haveNameNotMatching(".*\\.Keys(\\$.*)?")
          .should()
          .dependOnClassesThat()
          .haveFullyQualifiedName("javafx.scene.input.KeyCode");

  @ArchTest
  static final ArchRule settingsAreNamedInOnePlace =
      noClasses()
          .that()
          .resideInAPackage("raconteur.desktop..")
          .and()
          .doNotHaveSimpleName("Settings")
          .should()
          .callMethod(raconteur.casebook.store.Casebook.class, "setting", String.class)
          .orShould()
          .callMethod(
              raconteur.casebook.store.Casebook.class, "keepSetting", String.class, String.class);

  @ArchTest
  static final ArchRule nothingIsFormattedByWhereTheUserLives =
      noClasses()
          .should()
          .callMethod(String.class, "formatted", Object[].class)
          .orShould()
          .callMethod(String.class, "format", String.class, Object[].class)
          .orShould()
          .callMethod(String.class, "toLowerCase")
          .orShould()
          .callMethod(String.class, "toUpperCase")
          .orShould()
          .callMethod(java.io.PrintStream.class, "printf", String.class, Object[].class)
          .orShould()
          .callMethod(java.io.PrintWriter.class, "printf", String.class, Object[].class)
          .because("digits and letters differ by locale, and what is written is read again");

  @ArchTest
  static final ArchRule filesAreWrittenWhole =
      noClasses()
          .that()
          .resideOutsideOfPackage("raconteur.casebook.files..")
          .and()
          .doNotHaveSimpleName("RunsFile")
          .should()
          .callMethod(
              java.nio.file.Files.class,
              "newOutputStream",
              java.nio.file.Path.class,
              java.nio.file.OpenOption[].class)
          .orShould()
          .callMethod(
              java.nio.file.Files.class,
              "writeString",
              java.nio.file.Path.class,
              CharSequence.class,
              java.nio.charset.Charset.class,
              java.nio.file.OpenOption[].class)
          .because("WholeFile writes whole or not at all, and never over something else");

  @ArchTest
  static final ArchRule theDatabaseStaysInTheStore =
      noClasses()
          .that()
          .resideOutsideOfPackage("raconteur.casebook.store..")
          .should()
          .dependOnClassesThat()
          .resideInAnyPackage("java.sql..", "org.sqlite..", "org.jdbi..");
}

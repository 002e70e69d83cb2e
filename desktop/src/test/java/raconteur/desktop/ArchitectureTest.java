package raconteur.desktop;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;

import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;

@AnalyzeClasses(packages = "raconteur", importOptions = ImportOption.DoNotIncludeTests.class)
class ArchitectureTest {

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
  static final ArchRule theDatabaseStaysInTheStore =
      noClasses()
          .that()
          .resideOutsideOfPackage("raconteur.casebook.store..")
          .should()
          .dependOnClassesThat()
          .resideInAnyPackage("java.sql..", "org.sqlite..", "org.jdbi..");
}

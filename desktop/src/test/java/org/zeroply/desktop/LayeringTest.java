package org.zeroply.desktop;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;

import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Arrows between packages run one way, as the architecture says. */
class LayeringTest {
    private static final JavaClasses PRODUCT = new ClassFileImporter()
            .withImportOption(ImportOption.Predefined.DO_NOT_INCLUDE_TESTS)
            .importPackages("org.zeroply");

    /** The core's packages from the bottom up; each may use those before it. */
    private static final List<String> CORE = List.of(
            "words",
            "work",
            "rules",
            "gametree",
            "notation",
            "opening",
            "search",
            "ending",
            "reading",
            "analysis",
            "defence",
            "repertoire",
            "task",
            "coaching");

    @Test
    void coreUsesNoInterfaceDatabaseOrFiles() {
        noClasses()
                .that()
                .resideInAnyPackage(
                        CORE.stream().map(name -> "org.zeroply." + name + "..").toArray(String[]::new))
                .should()
                .dependOnClassesThat()
                .resideInAnyPackage(
                        "javafx..", "java.sql..", "java.nio.file..", "org.jdbi..", "org.flywaydb..", "org.sqlite..")
                .check(PRODUCT);
        noClasses()
                .that()
                .resideInAnyPackage(
                        CORE.stream().map(name -> "org.zeroply." + name + "..").toArray(String[]::new))
                .should()
                .dependOnClassesThat()
                .haveFullyQualifiedName("java.io.File")
                .check(PRODUCT);
    }

    @Test
    void corePackagesUseOnlyThoseBelow() {
        for (int i = 0; i < CORE.size(); i++) {
            for (String above : CORE.subList(i + 1, CORE.size())) {
                noClasses()
                        .that()
                        .resideInAPackage("org.zeroply." + CORE.get(i) + "..")
                        .should()
                        .dependOnClassesThat()
                        .resideInAPackage("org.zeroply." + above + "..")
                        .check(PRODUCT);
            }
        }
    }

    @Test
    void nothingUsesTheDesktopAndControlsDoNotKnowTheWorkbook() {
        noClasses()
                .that()
                .resideOutsideOfPackage("org.zeroply.desktop..")
                .should()
                .dependOnClassesThat()
                .resideInAPackage("org.zeroply.desktop..")
                .check(PRODUCT);
        noClasses()
                .that()
                .resideInAnyPackage(
                        "org.zeroply.desktop.board..", "org.zeroply.desktop.strip..", "org.zeroply.desktop.flow..")
                .should()
                .dependOnClassesThat()
                .resideInAPackage("org.zeroply.store..")
                .check(PRODUCT);
        noClasses()
                .that()
                .resideInAPackage("org.zeroply.store..")
                .should()
                .dependOnClassesThat()
                .resideInAnyPackage("javafx..", "org.zeroply.cli..", "org.zeroply.sample..")
                .check(PRODUCT);
    }
}

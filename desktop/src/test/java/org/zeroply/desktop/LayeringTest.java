package org.zeroply.desktop;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static org.assertj.core.api.Assertions.assertThat;

import com.tngtech.archunit.base.DescribedPredicate;
import com.tngtech.archunit.core.domain.Dependency;
import com.tngtech.archunit.core.domain.JavaClass;
import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;
import org.zeroply.desktop.kit.FxThread;

/** Arrows between packages run one way, as the architecture says, and every package has its place. */
class LayeringTest {
    private static final String ROOT = "org.zeroply.";
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
            "ledger",
            "analysis",
            "defence",
            "asking",
            "repertoire",
            "task",
            "coaching",
            "showing",
            "finding");

    /** The modules from the bottom up, by the packages that they are made of. */
    private static final List<String> MODULES =
            List.of("store.pages", "store", "print", "sample", "cli", "bench", "bench.calc", "desktop");

    /** The packages of the window from the bottom up; the program's own beginning stands above them all. */
    private static final List<String> DESKTOP = List.of(
            "desktop.kit",
            "desktop.board",
            "desktop.strip",
            "desktop.flow",
            "desktop.game",
            "desktop.games",
            "desktop.calculation",
            "desktop.ledger",
            "desktop.judging",
            "desktop.lesson",
            "desktop.reading",
            "desktop.repertoire",
            "desktop.task",
            "desktop.register",
            "desktop.lessons",
            "desktop.showing",
            "desktop.today",
            "desktop.setup",
            "desktop.playout",
            "desktop.guide",
            "desktop.shell",
            "desktop");

    /** The part of a package's name behind that of the product. */
    private static String place(JavaClass each) {
        String name = each.getPackageName();
        return name.startsWith(ROOT) ? name.substring(ROOT.length()) : "";
    }

    /** The uses of a package by one that stands below it. */
    private static List<String> upward(List<String> bottomUp) {
        List<String> found = new ArrayList<>();
        for (JavaClass each : PRODUCT) {
            int from = bottomUp.indexOf(place(each));
            for (Dependency dependency : from < 0 ? Set.<Dependency>of() : each.getDirectDependenciesFromSelf()) {
                if (bottomUp.indexOf(place(dependency.getTargetClass())) > from) {
                    found.add(dependency.getDescription());
                }
            }
        }
        return found;
    }

    @Test
    void everyPackageHasItsPlace() {
        Set<String> known = new TreeSet<>(CORE);
        known.addAll(DESKTOP);
        known.addAll(MODULES);
        Set<String> found = new TreeSet<>();
        PRODUCT.forEach(each -> found.add(place(each)));
        assertThat(found).isSubsetOf(known).containsAll(DESKTOP);
    }

    @Test
    void packagesOfTheCoreUseOnlyThoseBelow() {
        assertThat(upward(CORE)).isEmpty();
    }

    /** What reads the pages of damaged files stands below all that is kept in them. */
    @Test
    void pagesKnowNothingOfWorkbooks() {
        assertThat(upward(List.of("store.pages", "store"))).isEmpty();
    }

    @Test
    void packagesOfTheWindowUseOnlyThoseBelow() {
        assertThat(upward(DESKTOP)).isEmpty();
    }

    @Test
    void modulesUseOnlyThoseBelow() {
        List<String> allowed = new ArrayList<>();
        for (JavaClass each : PRODUCT) {
            for (Dependency dependency : each.getDirectDependenciesFromSelf()) {
                String from = module(place(each));
                String to = module(place(dependency.getTargetClass()));
                // Benchmarks may use everything but the window; they are not on the path of these tests.
                if (!to.isEmpty() && !from.equals(to) && !from.equals("bench")) {
                    allowed.add(from + " -> " + to);
                }
            }
        }
        assertThat(new TreeSet<>(allowed))
                .containsExactly(
                        "cli -> core",
                        "cli -> store",
                        "desktop -> core",
                        "desktop -> print",
                        "desktop -> sample",
                        "desktop -> store",
                        "print -> core",
                        "sample -> core",
                        "store -> core");
    }

    private static String module(String place) {
        String first = place.contains(".") ? place.substring(0, place.indexOf('.')) : place;
        return CORE.contains(first) ? "core" : first;
    }

    @Test
    void coreUsesNoInterfaceDatabaseOrFiles() {
        String[] core = CORE.stream().map(name -> ROOT + name + "..").toArray(String[]::new);
        noClasses()
                .that()
                .resideInAnyPackage(core)
                .should()
                .dependOnClassesThat()
                .resideInAnyPackage(
                        "javafx..", "java.sql..", "java.nio.file..", "org.jdbi..", "org.flywaydb..", "org.sqlite..")
                .orShould()
                .dependOnClassesThat()
                .haveFullyQualifiedName("java.io.File")
                .check(PRODUCT);
    }

    @Test
    void controlsDoNotKnowTheWorkbook() {
        noClasses()
                .that()
                .resideInAnyPackage(ROOT + "desktop.board..", ROOT + "desktop.strip..", ROOT + "desktop.flow..")
                .should()
                .dependOnClassesThat()
                .resideInAPackage(ROOT + "store..")
                .check(PRODUCT);
    }

    @Test
    void modelsNeedNoWindow() {
        noClasses()
                .that()
                .haveSimpleNameEndingWith("Model")
                .or()
                .resideInAPackage(ROOT + "desktop.game..")
                .and()
                .doNotHaveSimpleName("SignShapes")
                .and()
                .doNotHaveSimpleName("VerdictSign")
                .should()
                .dependOnClassesThat()
                .resideInAnyPackage("javafx.scene..", "javafx.stage..")
                .check(PRODUCT);
    }

    /** One place hands work to the interface thread. */
    @Test
    void onlyOnePlaceKnowsTheInterfaceThread() {
        noClasses()
                .that()
                .resideInAPackage(ROOT + "desktop..")
                .and(DescribedPredicate.not(
                        JavaClass.Predicates.belongToAnyOf(FxThread.class, ZeroPlyApp.class, Icon.class)))
                .should()
                .dependOnClassesThat()
                .haveFullyQualifiedName("javafx.application.Platform")
                .check(PRODUCT);
    }
}

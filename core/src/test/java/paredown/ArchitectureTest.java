package paredown;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;

import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

/** The house stands as it was planned: packages in one order, no interface code in the core. */
class ArchitectureTest {
    private static final List<String> ORDER = List.of(
            "source",
            "project",
            "code.text",
            "code.compile",
            "code.facts",
            "code.index",
            "verdict",
            "analysis.outside",
            "tree",
            "edit",
            "analysis.jdk",
            "analysis.effect",
            "analysis.call",
            "analysis.init",
            "analysis.flow",
            "measure",
            "history",
            "smell",
            "cut",
            "check",
            "trial",
            "journal");
    private static final JavaClasses CORE = new ClassFileImporter()
            .withImportOption(ImportOption.Predefined.DO_NOT_INCLUDE_TESTS)
            .importPackages("paredown");

    @Test
    void eachPackageUsesOnlyThoseBeforeIt() {
        for (int i = 0; i < ORDER.size(); i++) {
            List<String> allowed = new ArrayList<>(ORDER.subList(0, i + 1).stream()
                    .map(name -> "paredown." + name + "..")
                    .toList());
            allowed.addAll(List.of(
                    "java..", "javax..", "com.sun.source..", "com.fasterxml..", "com.github.difflib..", "org.."));
            classes()
                    .that()
                    .resideInAPackage("paredown." + ORDER.get(i) + "..")
                    .should()
                    .onlyDependOnClassesThat()
                    .resideInAnyPackage(allowed.toArray(String[]::new))
                    .check(CORE);
        }
    }

    @Test
    void theCoreNeitherPrintsNorAsksNorExits() {
        noClasses()
                .should()
                .dependOnClassesThat()
                .resideInAnyPackage("picocli..", "org.jline..", "me.tongfei..")
                .check(CORE);
        noClasses()
                .should()
                .accessField(System.class, "out")
                .orShould()
                .accessField(System.class, "err")
                .check(CORE);
        noClasses().should().callMethod(System.class, "exit", int.class).check(CORE);
        noClasses().should().callMethod(System.class, "console").check(CORE);
    }

    @Test
    void onlyPublicCompilerInterfacesAreUsed() {
        noClasses()
                .should()
                .dependOnClassesThat()
                .resideInAnyPackage("com.sun.tools..", "jdk.internal..", "sun..")
                .check(CORE);
    }
}

package paredown.check;

import static java.nio.charset.StandardCharsets.UTF_8;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import paredown.SampleProject;
import paredown.code.index.Sources;
import paredown.cut.Cut;
import paredown.project.Progress;
import paredown.project.ProjectException;
import paredown.source.ChangeSet;
import paredown.source.Draft;
import paredown.source.Edit;
import paredown.source.Region;
import paredown.tree.Touched;
import paredown.tree.TouchedFile;
import paredown.verdict.Plan;
import paredown.verdict.Refusal;
import paredown.verdict.Rule;
import paredown.verdict.Verdict;

/** Cuts that are wrong on purpose: each gate must bite, and say what and where. */
class GatesTest {
    private static final String NIGHT = """
            package meridian;

            class Night extends Base {
                int hours = 8;

                void log(Object entry) {}

                void log(String entry) {}

                int left(int used) {
                    log("used " + used);
                    return hours - used;
                }
            }

            class Base {
                int count() {
                    return 1;
                }

                Object self() {
                    return this;
                    // end
                }
            }

            class Pair {
                boolean same(Integer one, Integer other) {
                    return one == other;
                }

                static final int MOST = 2;

                boolean fits(int all) {
                    return all <= MOST;
                }
            }

            class Reader {
                Object most(Pair of) throws Exception {
                    return of.getClass().getDeclaredField("MOST");
                }
            }

            class Log {
                int entries;

                void note() {
                    // once
                    entries++;
                }
            }
            """;

    @TempDir
    private Path folder;

    private Verdict plan(Map<String, Set<String>> meanings, Set<String> introduced, String... replacements)
            throws IOException {
        Sources sources = SampleProject.of(folder, "meridian/Night.java", NIGHT).read();
        return new Planner(sources, Progress.SILENT).plan(new Replacing(meanings, introduced, List.of(replacements)));
    }

    private void refused(Verdict verdict, Rule rule, int line, String... said) {
        assertThat(verdict).isInstanceOf(Refusal.class);
        Refusal refusal = (Refusal) verdict;
        assertThat(refusal.rule()).isEqualTo(rule);
        assertThat(refusal.reason()).contains(said);
        assertThat(refusal.place().orElseThrow().line()).isEqualTo(line);
    }

    @Test
    void whatIsLookedUpByItsNameMustBeFound() throws IOException {
        refused(
                plan(Map.of(), Set.of(), "MOST = 2;", "LIMIT = 2;", "all <= MOST", "all <= LIMIT"),
                Rule.KEEPS_LOOKUPS,
                41,
                "'MOST' is looked up here by its name");
    }

    @Test
    void codeMustNotBecomePartOfAComment() throws IOException {
        refused(
                plan(Map.of(), Set.of(), "once\n        ", "once "),
                Rule.KEEPS_MEANING,
                49,
                "code would become part of the comment '// once entries++;'");
    }

    /** What several are judged by at once is what each is judged by alone, whatever the others do. */
    @Test
    void manyAtOnceAreJudgedAsOneByOne() throws IOException {
        Sources sources = SampleProject.of(folder, "meridian/Night.java", NIGHT).read();
        Cut right = new Replacing(Map.of(), Set.of(), List.of("return hours - used;", "return hours -  used;"));
        Cut wrong = new Replacing(Map.of(), Set.of(), List.of("int hours = 8;", "int hour = 8;"));
        Cut beside = new Replacing(Map.of(), Set.of(), List.of("return 1;", "return  1;"));
        List<Cut> faults = new ArrayList<>();
        Map<Cut, Verdict> verdicts = Batch.of(sources, List.of(right, beside), (cut, fault) -> faults.add(cut));
        assertThat(verdicts.get(right)).isInstanceOf(Plan.class);
        assertThat(verdicts).as("it would change what the first looks at").doesNotContainKey(beside);
        refused(
                Batch.of(sources, List.of(wrong), (cut, fault) -> faults.add(cut))
                        .get(wrong),
                Rule.COMPILES,
                12,
                "cannot find symbol");
        assertThat(faults).isEmpty();
    }

    /** A missing return shows only after all names are known, which an error elsewhere must not prevent. */
    @Test
    void anErrorElsewhereHidesNothing() throws IOException {
        String dusk = "package meridian;\n\nclass Dusk {\n    int end() {\n        return 2;\n    }\n}\n";
        Sources sources = SampleProject.of(
                        folder,
                        Map.of(
                                "meridian/Night.java",
                                NIGHT.getBytes(UTF_8),
                                "meridian/Dusk.java",
                                dusk.getBytes(UTF_8)))
                .read();
        Cut unknownName = new Replacing("Night", Map.of(), Set.of(), List.of("int hours = 8;", "int hour = 8;"));
        Cut noReturn = new Replacing("Dusk", Map.of(), Set.of(), List.of("return 2;", ""));
        Map<Cut, Verdict> verdicts = Batch.of(sources, List.of(unknownName, noReturn), (cut, fault) -> {});
        refused(verdicts.get(unknownName), Rule.COMPILES, 12, "cannot find symbol");
        refused(verdicts.get(noReturn), Rule.COMPILES, 6, "missing return statement");
    }

    @Test
    void whatDoesNotCompileIsRefused() throws IOException {
        refused(plan(Map.of(), Set.of(), "int hours = 8;", "int hour = 8;"), Rule.COMPILES, 12, "cannot find symbol");
    }

    @Test
    void anotherOverloadIsRefused() throws IOException {
        refused(
                plan(Map.of(), Set.of(), "    void log(String entry) {}\n", ""),
                Rule.KEEPS_MEANING,
                11,
                "'log' would mean meridian.Night#log(java.lang.Object) instead of meridian.Night#log(java.lang.String)");
    }

    @Test
    void aHiddenFieldIsRefused() throws IOException {
        refused(
                plan(Map.of(), Set.of(), "        log(", "        int hours = 1;\n        log("),
                Rule.KEEPS_MEANING,
                12,
                "'hours' would mean a local variable instead of meridian.Night#hours");
    }

    @Test
    void thisOfAnotherClassIsRefused() throws IOException {
        refused(
                plan(
                        Map.of(),
                        Set.of(),
                        "        return this;",
                        "        return new Object() { Object it() {\n        return this;",
                        "// end",
                        "} }.it();"),
                Rule.KEEPS_MEANING,
                22,
                "'this' would mean <anonymous>#this instead of meridian.Base#this");
    }

    @Test
    void anOperatorOverAnotherKindOfValueIsRefused() throws IOException {
        refused(
                plan(Map.of(), Set.of(), "Integer one,", "int one,"),
                Rule.KEEPS_MEANING,
                29,
                "'==' would mean a comparison of values instead of a comparison of objects");
    }

    @Test
    void anotherConstantIsRefused() throws IOException {
        refused(
                plan(Map.of(), Set.of(), "int MOST = 2;", "int MOST = 3;"),
                Rule.KEEPS_MEANING,
                35,
                "'MOST' would be the constant 3 instead of the constant 2");
        refused(
                plan(Map.of(), Set.of(), "final int MOST = 2;", "int MOST = 2;"),
                Rule.KEEPS_MEANING,
                35,
                "'MOST' would be a value worked out at run time instead of the constant 2");
    }

    @Test
    void overridingByAccidentIsRefused() throws IOException {
        refused(
                plan(
                        Map.of(),
                        Set.of(),
                        "    int left(",
                        "    int count() {\n        return 2;\n    }\n\n    int left("),
                Rule.KEEPS_DISPATCH,
                1,
                "'meridian.Night#count()' would come to override meridian.Base#count()");
        refused(
                plan(
                        Map.of(),
                        Set.of(),
                        "    int count() {",
                        "    int log(int entry) {\n        return 0;\n    }\n\n    void log(String entry) {}\n\n    int count() {"),
                Rule.KEEPS_DISPATCH,
                1,
                "'meridian.Night#log(java.lang.String)' would come to override meridian.Base#log(java.lang.String)");
    }

    @Test
    void aWrittenNameThatMeetsAnotherDeclarationIsRefused() throws IOException {
        refused(
                plan(
                        Map.of(),
                        Set.of("meridian.Base#used"),
                        "class Base {",
                        "class Base {\n    int used;",
                        "return hours - used;",
                        "return hours - used + used;"),
                Rule.KEEPS_MEANING,
                12,
                "'used' would mean a local variable instead of meridian.Base#used");
    }

    @Test
    void aCharacterThatTheFileCannotWriteIsRefused() throws IOException {
        SampleProject project = SampleProject.of(folder, "meridian/Night.java", NIGHT);
        Path pom = project.root().resolve("pom.xml");
        Files.writeString(pom, Files.readString(pom).replace(">UTF-8<", ">US-ASCII<"));
        refused(
                new Planner(project.read(), Progress.SILENT)
                        .plan(new Replacing(Map.of(), Set.of(), List.of("\"used \"", "\"\u00fcber \""))),
                Rule.OWN_SOURCES,
                1,
                "encoding cannot write");
    }

    @Test
    void whatThePlanAccountsForPasses() throws IOException {
        assertThat(plan(Map.of(), Set.of(), "used ", "spent ")).isInstanceOf(Plan.class);
        assertThat(plan(
                        Map.of("meridian.Night#log(java.lang.String)", Set.of("meridian.Night#log(java.lang.Object)")),
                        Set.of(),
                        "    void log(String entry) {}\n",
                        ""))
                .isInstanceOf(Plan.class);
    }

    @Test
    void aBrokenFileInTheTouchSetIsNamed() throws IOException {
        Sources sources = SampleProject.of(folder, "meridian/Night.java", NIGHT.replace("hours - used", "ours - used"))
                .read();
        assertThatThrownBy(
                        () -> new Planner(sources, Progress.SILENT).plan(new Replacing(Map.of(), Set.of(), List.of())))
                .isInstanceOf(ProjectException.class)
                .hasMessageContaining("src/main/java/meridian/Night.java:12 does not compile");
    }

    /**
     * Replaces text, believing whatever it is told.
     *
     * @param replacements what and by what, in turn; each must stand in the file once
     */
    private record Replacing(
            String type, Map<String, Set<String>> meanings, Set<String> introduced, List<String> replacements)
            implements Cut {
        Replacing(Map<String, Set<String>> meanings, Set<String> introduced, List<String> replacements) {
            this("Night", meanings, introduced, replacements);
        }

        @Override
        public String kind() {
            return "replace";
        }

        @Override
        public String commandLine() {
            return "replace";
        }

        @Override
        public Set<String> words(Sources sources) {
            return Set.of(type);
        }

        @Override
        public Verdict plan(Sources sources, Touched touched) {
            TouchedFile file = touched.files().get(0);
            List<Edit> edits = new ArrayList<>();
            for (int i = 0; i < replacements.size(); i += 2) {
                String old = replacements.get(i);
                String now = replacements.get(i + 1);
                int at = file.text().indexOf(old);
                int kept = now.endsWith(old) ? old.length() : 0;
                edits.add(new Edit(new Region(at, at + old.length() - kept), now.substring(0, now.length() - kept)));
            }
            ChangeSet changes = new ChangeSet(List.of(new ChangeSet.Change(
                    file.source().path(),
                    ChangeSet.Kind.EDITED,
                    file.source(),
                    Optional.of(Draft.of(file.source(), edits)))));
            return new Plan(
                    "replace",
                    changes,
                    meanings,
                    introduced,
                    words(sources),
                    new Plan.Effects(0, List.of(), List.of(), List.of()));
        }
    }
}

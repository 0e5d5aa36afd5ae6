package paredown.smell;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import paredown.SampleProject;
import paredown.code.facts.MemberFacts;
import paredown.code.facts.TypeFacts;
import paredown.code.index.CodeBase;
import paredown.project.Progress;

/** Names that are offered, and groups that are worth a cut. A heading says what is asked, the answer ({@code -} for no name) and of what. */
class NamesTest {
    @TempDir
    private Path folder;

    static Stream<String> cases() throws IOException {
        return Stream.of(Files.readString(Path.of("src/test/resources/smells/names.txt"))
                        .split("(?m)^=== "))
                .filter(text -> !text.isBlank());
    }

    @ParameterizedTest
    @MethodSource("cases")
    void isAsTheHeadingSays(String text) throws IOException {
        String[] heading = text.lines().findFirst().orElseThrow().split(":? ");
        String source = "package m; " + text.substring(text.indexOf('\n') + 1);
        CodeBase code = CodeBase.read(
                SampleProject.of(folder, Map.of("m/" + heading[2] + ".java", source.getBytes(StandardCharsets.UTF_8)))
                        .read(),
                false,
                Progress.SILENT);
        assertThat(code.problems()).isEmpty();
        TypeFacts type = code.type("m." + heading[2]).orElseThrow();
        assertThat(answer(code, type, heading)).isEqualTo(heading[1]);
    }

    private static String answer(CodeBase code, TypeFacts type, String[] heading) {
        if (heading[0].equals("stretch")) {
            MemberFacts member = members(type, heading[3]).get(0);
            return new StretchName(code, type, member, Integer.parseInt(heading[4]), Integer.parseInt(heading[5]))
                    .best(Set.of())
                    .orElse("-");
        }
        List<MemberFacts> members = members(type, heading[3]);
        if (heading[0].equals("group")) {
            return new GroupName(code, type)
                    .of(members, name -> false).stream().findFirst().orElse("-");
        }
        return new CutWorth(code, GodClass.Whole.of(type)).pays(MemberGroups.group(type, members)) ? "yes" : "no";
    }

    private static List<MemberFacts> members(TypeFacts type, String names) {
        Set<String> wanted = Set.of(names.split(","));
        return type.members().stream()
                .filter(one -> wanted.contains(one.name()))
                .toList();
    }
}

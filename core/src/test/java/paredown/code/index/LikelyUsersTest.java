package paredown.code.index;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import paredown.SampleProject;
import paredown.code.index.PublicApi.Users;

class LikelyUsersTest {
    private static final String DEPENDENCY =
            "<dependencies><dependency><groupId>a</groupId><artifactId>b</artifactId><version>1</version>%s</dependency></dependencies>";
    private static final Map<String, String> BUILDS = Map.of(
            "nothing", "",
            "a library for tests", DEPENDENCY.formatted("<scope>test</scope>"),
            "a library", DEPENDENCY.formatted(""),
            "a licence with a repository",
                    "<licenses><license><name>own</name></license></licenses><scm><url>x</url></scm>",
            "a place to deploy to",
                    "<distributionManagement><repository><id>x</id><url>file:/x</url></repository></distributionManagement>",
            "sources beside it",
                    "<build><plugins><plugin><artifactId>maven-source-plugin</artifactId></plugin></plugins></build>");

    @TempDir
    Path place;

    @ParameterizedTest
    @CsvSource({
        "public static void main(String[] words), nothing, NONE",
        "public static void main(String... words), nothing, NONE",
        "public static void main(String[] words), a library for tests, NONE",
        "public static void main(String[] words), a library, POSSIBLE",
        "public static void main(String[] words), a licence with a repository, POSSIBLE",
        "public static void main(String[] words), a place to deploy to, POSSIBLE",
        "public static void main(String[] words), sources beside it, POSSIBLE",
        "public void main(String[] words), nothing, POSSIBLE",
        "public static void main(String words), nothing, POSSIBLE"
    })
    void anApplicationHasNoUsersOutside(String main, String build, Users expected) throws IOException {
        String text = "package m;\npublic class Tonight {\n    " + main + " {}\n}\n";
        SampleProject project =
                SampleProject.of(place, Map.of("m/Tonight.java", text.getBytes(StandardCharsets.UTF_8)));
        Path pom = project.root().resolve("pom.xml");
        Files.writeString(pom, Files.readString(pom).replace("</project>", BUILDS.get(build) + "</project>"));
        assertThat(PublicApi.users(project.read())).isEqualTo(expected);
    }
}

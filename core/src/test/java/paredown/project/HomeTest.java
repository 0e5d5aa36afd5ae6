package paredown.project;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class HomeTest {
    @ParameterizedTest
    @CsvSource({
        "Linux, XDG_STATE_HOME, '', /home/ines/.local/state/pare",
        "Linux, XDG_STATE_HOME, /var/ines, /var/ines/pare",
        "Linux, XDG_STATE_HOME, not/absolute, /home/ines/.local/state/pare",
        "Mac OS X, XDG_STATE_HOME, '', /home/ines/Library/Application Support/pare",
        "Windows 11, LOCALAPPDATA, /local, /local/pare",
        "Windows 11, LOCALAPPDATA, '', /home/ines/AppData/Local/pare"
    })
    void liesWhereTheSystemKeepsTheStateOfPrograms(String system, String name, String value, Path expected) {
        assertThat(Home.usual(system, Map.of(name, value), Path.of("/home/ines")))
                .isEqualTo(expected);
    }

    @Test
    void aSealFitsItsContentAndItsUse() throws IOException {
        byte[] content = "night".getBytes(StandardCharsets.UTF_8);
        byte[] code = Seal.own().of("journal", content);
        assertThat(code).hasSize(Seal.LENGTH);
        assertThat(Seal.own().fits("journal", content, code)).isTrue();
        assertThat(Seal.own().fits("index", content, code)).isFalse();
        content[0] ^= 1;
        assertThat(Seal.own().fits("journal", content, code)).isFalse();
    }
}

package paredown.measure;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class IdentifierWordsTest {
    @ParameterizedTest
    @CsvSource({
        "maxDewPoint, max dew point",
        "toURLText, to url text",
        "MAX_WIND, max wind",
        "slot2Name, slot name",
        "CSVReader, csv reader"
    })
    void identifiersAreCutIntoWords(String identifier, String words) {
        assertThat(IdentifierWords.of(identifier)).containsExactly(words.split(" "));
    }

    @ParameterizedTest
    @CsvSource({"getTargets, target", "readings, reading", "boxes, box", "skies, sky", "focus, focus", "gusts, gust"})
    void tellingWordsAreSingular(String identifier, String word) {
        assertThat(IdentifierWords.telling(identifier)).containsExactly(word);
    }
}

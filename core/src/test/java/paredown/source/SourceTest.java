package paredown.source;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class SourceTest {
    private static final Path FILE = Path.of("/night/Night.java");

    private static SourceText text(String text) {
        return SourceText.of(FILE, text.getBytes(StandardCharsets.UTF_8), StandardCharsets.UTF_8);
    }

    @Test
    void bytesComeBackWhateverTheEncoding() {
        byte[] marked = {(byte) 0xEF, (byte) 0xBB, (byte) 0xBF, 'a', '\r', '\n'};
        byte[] latin = {'m', (byte) 0xFC, 'd', '\n'};
        assertThat(SourceText.of(FILE, marked, StandardCharsets.ISO_8859_1).text())
                .isEqualTo("a\r\n");
        assertThat(SourceText.of(FILE, marked, StandardCharsets.UTF_8).bytes()).isEqualTo(marked);
        assertThat(SourceText.of(FILE, latin, StandardCharsets.UTF_8).misread()).isTrue();
        assertThat(SourceText.of(FILE, latin, StandardCharsets.UTF_8).bytes()).isEqualTo(latin);
        assertThat(SourceText.of(FILE, latin, StandardCharsets.ISO_8859_1).misread())
                .isFalse();
    }

    @Test
    void everyLineEndCounts() {
        SourceText mixed = text("a\nb\r\nc\rd");
        assertThat(mixed.lines()).isEqualTo(4);
        assertThat(List.of(mixed.line(0), mixed.line(2), mixed.line(5), mixed.line(7)))
                .containsExactly(1, 2, 3, 4);
        assertThat(mixed.column(2)).isEqualTo(1);
        assertThat(text("a\r\nb\r\nc\n").lineEnding()).isEqualTo("\r\n");
        assertThat(text("").lines()).isZero();
    }

    @Test
    void aDraftKnowsWhereItsTextIsFrom() {
        SourceText source = text("one two three");
        Draft draft = Draft.of(source, List.of(Edit.insert(4, "and "), new Edit(new Region(4, 7), "2")));
        assertThat(draft.text()).isEqualTo("one and 2 three");
        assertThat(draft.origin(0, 3)).contains(new Draft.Origin(FILE, 0));
        assertThat(draft.origin(10, 5)).contains(new Draft.Origin(FILE, 8));
        assertThat(draft.origin(4, 3)).isEqualTo(Optional.empty());
        assertThat(draft.origin(3, 3)).as("half written anew").isEqualTo(Optional.empty());
        assertThatThrownBy(() ->
                        Draft.of(source, List.of(Edit.delete(new Region(0, 5)), Edit.delete(new Region(4, 7)))))
                .hasMessageContaining("overlap");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '`',
            value = {
                "a.b(\"x//y\") // z    | WORD SYMBOL WORD SYMBOL TEXT SYMBOL LINE_COMMENT",
                "/**/ /** d */ /* c */ | BLOCK_COMMENT JAVADOC BLOCK_COMMENT",
                "'\\'' 1.5e3f 0x_ff    | TEXT NUMBER NUMBER",
                "\"\"\" a \" \\\"\"\" b \"\"\" c | TEXT WORD",
                "\"open               | TEXT",
                "/* open              | BLOCK_COMMENT"
            })
    void tokens(String text, String kinds) {
        assertThat(Tokens.of(text).stream().map(token -> token.kind().name())).containsExactly(kinds.split(" "));
    }

    @Test
    void diffsAreUnified() {
        SourceText before = text("a\nb\n");
        Draft after = Draft.of(before, List.of(new Edit(new Region(2, 3), "c")));
        ChangeSet changes =
                new ChangeSet(List.of(new ChangeSet.Change(FILE, ChangeSet.Kind.EDITED, before, Optional.of(after))));
        assertThat(UnifiedDiff.of(changes, Path.of("/night")))
                .isEqualTo("--- a/Night.java\n+++ b/Night.java\n@@ -1,2 +1,2 @@\n a\n-b\n+c\n");
    }
}

package paredown.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import paredown.cut.CutArguments;

class TableTest {
    @Test
    void columnsAlignAndTheFlexibleOneGivesWay() {
        Table table =
                new Table(" ", 3, 1, 2).row("night", "three clear hours", "3").row("day", "none", "12");
        assertThat(table.lines(80)).containsExactly(" night  three clear hours   3", " day    none               12");
        assertThat(new Table("", 2, 1)
                        .row("wind", "above the limit for the dome tonight")
                        .lines(28))
                .containsExactly("wind  above the limit for", "      the dome tonight");
    }

    @Test
    void wordsAreNotBroken() {
        assertThat(Table.broken("aVeryLongSymbol in a row", 10)).isEqualTo(List.of("aVeryLongSymbol", "in a row"));
    }

    @Test
    void membersAreSplitOutsideParentheses() {
        assertThat(CutArguments.split("wind, score(Target,int),, gust()"))
                .containsExactly("wind", "score(Target,int)", "gust()");
    }
}

package paredown.drill;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import paredown.demo.Meridian;

class CutDrillTest {
    @TempDir
    private Path folder;

    @Test
    void randomCutsOnTheSampleProjectBreakNothing() throws Exception {
        Meridian.copyTo(folder);
        CutDrill.Orders orders = new CutDrill.Orders(7, List.of(), 96, 0, 0, 24, 0, 10, Optional.empty(), List.of());
        CutDrill.Report report = new CutDrill(folder, orders).run(line -> {});
        assertThat(report.broken()).isEmpty();
        assertThat(report.applied()).isGreaterThan(20);
        CutDrill.Report again = new CutDrill(folder, orders).run(line -> {});
        assertThat(again).as("the same seed draws the same cuts").isEqualTo(report);
    }
}

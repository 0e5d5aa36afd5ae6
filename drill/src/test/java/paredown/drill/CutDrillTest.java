package paredown.drill;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import paredown.demo.Meridian;

class CutDrillTest {
    @TempDir
    private Path folder;

    @Test
    void randomCutsOnTheSampleProjectBreakNothing() throws Exception {
        Meridian.copyTo(folder);
        CutDrill.Report report = new CutDrill(folder, 7, 60, 0, null).run(line -> {});
        assertThat(report.broken()).isEmpty();
        assertThat(report.applied()).isGreaterThan(30);
        CutDrill.Report again = new CutDrill(folder, 7, 60, 0, null).run(line -> {});
        assertThat(again).as("the same seed draws the same cuts").isEqualTo(report);
    }
}

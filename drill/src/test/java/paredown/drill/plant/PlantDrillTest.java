package paredown.drill.plant;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import paredown.demo.Meridian;

class PlantDrillTest {
    @TempDir
    private Path folder;

    @Test
    void whatIsPlantedInTheSampleProjectIsFound() throws Exception {
        Meridian.copyTo(folder);
        List<PlantDrill.Result> results =
                new PlantDrill(folder, 3, 4, List.of("lazy-class", "data-clump", "feature-envy"), line -> {}).run();
        assertThat(results).hasSize(3).allSatisfy(result -> {
            assertThat(result.planted()).as(result.smell()).isPositive();
            assertThat(result.found()).as(result.missed().toString()).isEqualTo(result.planted());
            assertThat(result.ranks()).hasSize(result.found());
        });
    }

    @Test
    void sharedOverAll() {
        assertThat(Plant.jaccard(java.util.Set.of("a", "b", "c"), java.util.Set.of("b", "c", "d")))
                .isEqualTo(0.5);
    }
}

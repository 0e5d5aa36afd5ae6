package paredown.drill.plant;

import java.nio.file.Path;
import java.util.Optional;
import java.util.Random;
import java.util.Set;

/** Plants one kind of smell at random places. */
interface Planter {
    String smell();

    /**
     * Plants once.
     *
     * @param taken files that other plants have changed
     * @param number which plant of the drill it is, for names that nothing else has
     * @return nothing where the drawn place does not suit
     */
    Optional<Plant> plant(Random random, Set<Path> taken, int number);
}

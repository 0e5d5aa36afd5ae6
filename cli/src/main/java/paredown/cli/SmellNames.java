package paredown.cli;

import java.util.Iterator;
import paredown.smell.Smell;
import paredown.smell.Smells;

/** The names of all smells, for help and completion. */
final class SmellNames implements Iterable<String> {
    @Override
    public Iterator<String> iterator() {
        return Smells.all().stream().map(Smell::name).iterator();
    }
}

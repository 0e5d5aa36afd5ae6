package paredown.code.facts;

import java.util.ArrayList;
import java.util.List;

/** A parameter or local variable while its uses are being collected. */
final class LocalUses {
    private final String name;
    private final String type;
    private final int line;
    private final List<Integer> reads = new ArrayList<>();
    private final List<Integer> writes = new ArrayList<>();
    private int handed;

    LocalUses(String name, String type, int line) {
        this.name = name;
        this.type = type;
        this.line = line;
    }

    String type() {
        return type;
    }

    /**
     * @param passedOn whether it is an argument as it is
     */
    void read(int at, boolean passedOn) {
        reads.add(at);
        handed += passedOn ? 1 : 0;
    }

    void write(int at) {
        writes.add(at);
    }

    LocalFacts facts() {
        return new LocalFacts(name, type, line, List.copyOf(reads), List.copyOf(writes));
    }

    ParameterFacts parameterFacts() {
        return new ParameterFacts(name, type, reads.size() - handed, handed, !writes.isEmpty());
    }
}

package meridian.plan;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;

/** Blocks in the order of the night. */
public class Schedule {
    private final Night night;
    private final List<Block> blocks = new ArrayList<>();

    public Schedule(Night night) {
        this.night = night;
    }

    public Night getNight() {
        return night;
    }

    /** Appends a block after the others. False when it does not fit before dawn. */
    public boolean append(Block block) {
        double start = blocks.isEmpty() ? night.dusk() : blocks.get(blocks.size() - 1).end();
        if (start + block.hours() > night.dawn()) {
            return false;
        }
        block.setStart(start);
        blocks.add(block);
        return true;
    }

    public List<Block> blocks() {
        return Collections.unmodifiableList(blocks);
    }

    public double hoursUsed() {
        return blocks.stream().mapToDouble(Block::hours).sum();
    }

    public double efficiency() {
        return hoursUsed() / night.hours();
    }
}

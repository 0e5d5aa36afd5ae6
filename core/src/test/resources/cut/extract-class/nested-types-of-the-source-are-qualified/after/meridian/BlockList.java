package meridian;

import java.util.ArrayList;
import java.util.List;

class BlockList {
    final List<Plan.Block> blocks = new ArrayList<>();

    Plan.State append(String target) {
        if (blocks.size() == Plan.MOST) {
            return Plan.State.CLOSED;
        }
        blocks.add(new Plan.Block(target));
        return Plan.State.OPEN;
    }

    String first() {
        return blocks.get(0).target;
    }

    Plan.Cursor visit(Plan plan) {
        return plan.new Cursor();
    }
}

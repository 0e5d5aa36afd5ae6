package meridian;

import java.util.ArrayList;
import java.util.List;

class Plan {
    private static final int MOST = 40;
    private final List<Block> blocks = new ArrayList<>();
    private int cursor;

    private static class Block {
        private final String target;

        private Block(String target) {
            this.target = target;
        }
    }

    enum State { OPEN, CLOSED }

    class Cursor {
        int at = cursor;
    }

    State append(String target) {
        if (blocks.size() == MOST) {
            return State.CLOSED;
        }
        blocks.add(new Block(target));
        return State.OPEN;
    }

    String first() {
        return blocks.get(0).target;
    }

    Cursor visit() {
        return new Cursor();
    }

    int count() {
        return append("x") == State.OPEN ? visit().at : blocks.size();
    }
}

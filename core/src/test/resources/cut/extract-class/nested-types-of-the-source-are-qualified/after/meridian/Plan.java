package meridian;

class Plan {
    static final int MOST = 40;
    private final BlockList blockList = new BlockList();
    private int cursor;

    static class Block {
        final String target;

        Block(String target) {
            this.target = target;
        }
    }

    enum State { OPEN, CLOSED }

    class Cursor {
        int at = cursor;
    }

    int count() {
        return blockList.append("x") == State.OPEN ? blockList.visit(this).at : blockList.blocks.size();
    }
}

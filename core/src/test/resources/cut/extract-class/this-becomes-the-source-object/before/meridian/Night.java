package meridian;

import java.util.ArrayList;
import java.util.List;

class Night {
    private final List<String> notes = new ArrayList<>();
    private int changes;

    Night note(String text) {
        notes.add(text);
        changed();
        return this;
    }

    int identity() {
        return System.identityHashCode(this) + hashCode() + getClass().hashCode();
    }

    Runnable later(String text) {
        return new Runnable() {
            @Override
            public void run() {
                note(text + toString());
                Night.this.changes++;
                Night.this.notes.clear();
            }
        };
    }

    private void changed() {
        changes++;
    }

    void all() {
        note("a").note("b");
        later("c").run();
    }
}

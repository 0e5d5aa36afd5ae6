package meridian;

import java.util.ArrayList;
import java.util.List;

class Notes {
    private final List<String> notes = new ArrayList<>();

    Night note(String text, Night night) {
        notes.add(text);
        night.changed();
        return night;
    }

    int identity(Night night) {
        return System.identityHashCode(night) + night.hashCode() + night.getClass().hashCode();
    }

    Runnable later(String text, Night night) {
        return new Runnable() {
            @Override
            public void run() {
                note(text + toString(), night);
                night.changes++;
                Notes.this.notes.clear();
            }
        };
    }
}

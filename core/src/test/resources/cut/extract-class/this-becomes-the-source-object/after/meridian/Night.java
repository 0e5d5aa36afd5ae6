package meridian;

class Night {
    private final Notes itsNotes = new Notes();
    int changes;

    Night note(String text) {
        return itsNotes.note(text, this);
    }

    void changed() {
        changes++;
    }

    void all() {
        note("a").note("b");
        itsNotes.later("c", this).run();
    }
}

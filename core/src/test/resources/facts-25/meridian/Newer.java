package meridian;

import module java.base;

/** What came after 17, a member each. */
class Newer extends Older {
    sealed interface Sky permits Clear, Cloudy {}

    record Clear(int seeing) implements Sky {}

    record Cloudy(Clear behind, double cover) implements Sky {}

    private final int limit;

    Newer(int limit) {
        int checked = Math.abs(limit);
        super(checked);
        this.limit = checked;
    }

    int rank(Sky sky) {
        return switch (sky) {
            case Clear(int seeing) when seeing > limit -> seeing;
            case Clear _ -> 0;
            case Cloudy(Clear(var seeing), double _) -> seeing;
        };
    }

    int text(Object any) {
        if (any instanceof String text && !text.isBlank()) {
            return text.length();
        }
        List<Integer> all = new ArrayList<>();
        try {
            all.add(Integer.parseInt("""
                    7"""));
        } catch (NumberFormatException _) {
            all.add(limit);
        }
        return all.getLast();
    }
}

class Older {
    Older(int limit) {}
}

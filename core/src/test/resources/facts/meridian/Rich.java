package meridian;

import static java.lang.Math.max;

import java.util.List;
import java.util.function.IntSupplier;

public non-sealed class Rich<T extends Comparable<T>> extends Base implements Ranked {
    static final int LIMIT = 5;
    private int count, total = LIMIT;
    private final List<T> items;

    static {
        Base.log("loaded");
    }

    {
        count = 1;
    }

    Rich(List<T> items) {
        super(LIMIT);
        this.items = items;
    }

    @Override
    public int hashCode() {
        IntSupplier later = () -> max(count++, total);
        return items == null ? later.getAsInt() : items.size();
    }

    private boolean both(int a, int b) {
        if (a > 0 && b > 0 || a == b) {
            for (int i = 0; i < a; i++) {
                total += i;
            }
        }
        switch (a) {
            case 1, 2:
                return true;
            default:
                break;
        }
        return new Object() {
                    boolean same() {
                        return both(b, a);
                    }
                }.same();
    }

    enum Phase {
        DUSK {
            @Override
            int hour() {
                return -3;
            }
        },
        DAWN;

        int hour() {
            return 3;
        }
    }

    record Pair(Phase first, Phase second) {
        Pair {
            if (first == second) {
                throw new IllegalArgumentException();
            }
        }

        int hours() {
            return second.hour() - first().hour();
        }
    }

    @interface Marked {
        int value() default LIMIT;
    }
}

sealed interface Ranked permits Rich {
    private int helper() {
        return Rich.LIMIT;
    }
}

class Base {
    Base(int limit) {}

    static void log(String text) {}
}

package paredown.project;

import java.util.Optional;

/** The language levels that the running JDK's compiler takes. */
public final class Levels {
    private Levels() {}

    /** The oldest one. JEP 182 lets few stand: 7 went with JDK 20. */
    public static int oldest() {
        return newest() < 20 ? 7 : 8;
    }

    public static int newest() {
        return Runtime.version().feature();
    }

    /** The level nearest to one that is taken. */
    public static int usable(int level) {
        return Math.min(newest(), Math.max(level, oldest()));
    }

    /** What is to be said of a module that is written for another level. */
    static Optional<String> said(Module module) {
        int level = module.release().orElse(newest());
        if (level > newest()) {
            return Optional.of(
                    module.name() + " is written for Java " + level + "; run pare on that JDK to read all of it");
        }
        return level < oldest()
                ? Optional.of(module.name() + " is written for Java " + level
                        + ", which this JDK does not know any more; it is read as Java " + oldest())
                : Optional.empty();
    }
}

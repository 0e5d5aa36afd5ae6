package paredown.code.facts;

import java.util.List;

/**
 * A call of a method of the project that is handed functions, plain values, or what the member itself was handed.
 *
 * @param target symbol of what is called
 * @param arguments for each parameter what it gets: {@link #WRITTEN}, {@link #OTHER}, or the place of a parameter of the member, from 0
 */
public record CallArgumentFacts(String target, List<Integer> arguments) {
    /** A function that is written where it is handed over; a text or number where anything is taken, which asks nobody; or nothing at all. */
    public static final int WRITTEN = -1;

    /** For a target: arrays among the member's own parameters, by their places, that may come to hold something else. */
    static final String FILLED = "[]";

    /** Anything else. */
    public static final int OTHER = -2;
}

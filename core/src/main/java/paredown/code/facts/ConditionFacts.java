package paredown.code.facts;

import java.util.List;

/**
 * A condition: what stands in the head of an {@code if} or a loop or before a {@code ?}, or is joined by {@code &&} and {@code ||}.
 *
 * @param place where it stands
 * @param terms how many questions it joins, from 1
 * @param negations how many {@code !} it holds
 * @param asked the members of the subject that it asks, by symbol; empty where there is no single subject
 * @param text what it asks, without white space, its subject written as {@code $}; empty where it has several subjects or none
 * @param subject the variable that it is about, as written
 * @param type erased type of the subject
 * @param named whether all of it has a name already: it is the value of a variable, or what its method returns
 */
public record ConditionFacts(
        PlaceFacts place,
        int terms,
        int negations,
        List<String> asked,
        String text,
        String subject,
        String type,
        boolean named) {
    /** Whether it is about one variable. */
    public boolean hasSubject() {
        return !text.isEmpty();
    }
}

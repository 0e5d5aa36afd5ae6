package meridian.time;

/**
 * Somebody who observes.
 *
 * @param name as printed in papers
 * @param institute where the time is booked
 */
public record Observer(String name, String institute) {}

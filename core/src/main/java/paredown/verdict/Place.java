package paredown.verdict;

import java.nio.file.Path;

/**
 * A line of a file.
 *
 * @param line from 1
 */
public record Place(Path file, int line) {}

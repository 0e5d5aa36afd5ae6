package meridian.sky;

import java.util.ArrayList;
import java.util.List;

/** Reads targets from lines of {@code name;ra;dec;magnitude;priority}. */
public class CatalogReader {
    private final List<String> complaints = new ArrayList<>();

    public Catalog read(List<String> lines) {
        Catalog catalog = new Catalog();
        int number = 0;
        for (String line : lines) {
            number++;
            if (line.isBlank() || line.startsWith("#")) {
                continue;
            }
            String[] fields = line.split(";");
            if (fields.length != 5) {
                complaints.add("line " + number + ": five fields wanted, not " + fields.length);
                continue;
            }
            try {
                double ra = Double.parseDouble(fields[1].trim());
                double dec = Double.parseDouble(fields[2].trim());
                catalog.add(
                        new Target(
                                fields[0].trim(),
                                new Coordinates(ra, dec),
                                Double.parseDouble(fields[3].trim()),
                                Integer.parseInt(fields[4].trim())));
            } catch (IllegalArgumentException e) {
                complaints.add("line " + number + ": " + e.getMessage());
            }
        }
        return catalog;
    }

    public List<String> complaints() {
        return complaints;
    }
}

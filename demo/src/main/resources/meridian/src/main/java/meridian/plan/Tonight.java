package meridian.plan;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.List;
import meridian.scope.Camera;
import meridian.scope.Filter;
import meridian.sky.Catalog;
import meridian.sky.CatalogReader;
import meridian.sky.Coordinates;
import meridian.sky.Moon;
import meridian.sky.Site;

/** The program that prints the sheet for tonight, from the catalog in a file. */
public final class Tonight {
    private Tonight() {}

    public static void main(String[] arguments) throws IOException {
        CatalogReader reader = new CatalogReader();
        Catalog catalog = reader.read(Files.readAllLines(Path.of(arguments[0])));
        reader.complaints().forEach(System.err::println);
        Night night = new Night(LocalDate.now(), -4, 5, 19.8);
        Moon moon = new Moon(new Coordinates(12, 5), 0.4);
        NightPlanner planner = new NightPlanner(new Site(47.7, 11.9, 730), night, moon, new Camera(5, 30, 80_000, 24), 2);
        Schedule schedule = planner.plan(catalog.open(), List.of(Filter.V, Filter.R), "queue", 50);
        System.out.print(new PlanReport(schedule).text());
    }
}

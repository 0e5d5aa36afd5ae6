/** Plants smells into copies of real code and measures how often the finders find them. Enter by {@link paredown.drill.plant.PlantCommand}. */
package paredown.drill.plant;

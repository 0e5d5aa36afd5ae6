package paredown.drill;

import paredown.drill.hostile.HostileCommand;
import paredown.drill.plant.PlantCommand;
import picocli.CommandLine;
import picocli.CommandLine.Command;

/** The drill's commands. */
@Command(
        name = "drill",
        description = "Tries Pare Down on real projects.",
        subcommands = {
            CutsCommand.class,
            HostileCommand.class,
            KillCommand.class,
            PlantCommand.class,
            PowerCutCommand.class,
            SpeedCommand.class
        })
final class Drill {
    private Drill() {}

    public static void main(String[] arguments) {
        System.exit(new CommandLine(new Drill()).execute(arguments));
    }
}

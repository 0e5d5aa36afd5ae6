package meridian.plan;

import java.util.Locale;
import meridian.exposure.Exposure;

/** The sheet that hangs in the control room. */
public class PlanReport {
    private final Schedule schedule;

    public PlanReport(Schedule schedule) {
        this.schedule = schedule;
    }

    public String text() {
        StringBuilder text = new StringBuilder();
        text.append("Night of ").append(schedule.getNight().date()).append('\n');
        for (Block block : schedule.blocks()) {
            text.append(clock(block.getStart())).append("  ").append(block.getTarget().getName()).append('\n');
            for (Exposure exposure : block.getSequence().exposures()) {
                text.append("       ").append(exposureLine(exposure)).append('\n');
            }
        }
        text.append(String.format(Locale.ROOT, "used %.0f %%%n", schedule.efficiency() * 100));
        return text.toString();
    }

    // Everything in here comes from the exposure.
    private String exposureLine(Exposure exposure) {
        double total = exposure.getCount() * exposure.getSeconds();
        String line =
                String.format(Locale.ROOT, "%s %d x %.0f s", exposure.getFilter(), exposure.getCount(), exposure.getSeconds());
        if (total > 1800) {
            line += String.format(Locale.ROOT, " (%.1f h)", total / 3600);
        }
        if (exposure.getSignalToNoise() > 0) {
            line += String.format(Locale.ROOT, " S/N %.0f", exposure.getSignalToNoise());
        }
        return line;
    }

    static String clock(double hours) {
        int minutes = Math.floorMod((int) Math.round(hours * 60), 24 * 60);
        return String.format(Locale.ROOT, "%02d:%02d", minutes / 60, minutes % 60);
    }
}

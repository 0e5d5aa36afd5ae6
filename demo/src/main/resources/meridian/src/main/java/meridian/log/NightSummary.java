package meridian.log;

import java.util.Locale;
import meridian.time.Proposal;

/** The mail that goes out in the morning. */
public class NightSummary {
    private final NightLog log;

    public NightSummary(NightLog log) {
        this.log = log;
    }

    public String text(Iterable<Proposal> proposals) {
        StringBuilder text = new StringBuilder();
        text.append(String.format(Locale.ROOT, "%.1f h exposed, %.1f h lost%n", log.hoursExposed(), log.hoursLost()));
        for (Proposal proposal : proposals) {
            text.append(progress(proposal)).append('\n');
        }
        long faults = log.entries().stream().filter(entry -> entry.kind() == LogEntry.Kind.FAULT).count();
        if (faults > 0) {
            text.append(faults).append(" faults, see the log\n");
        }
        return text.toString();
    }

    private String progress(Proposal proposal) {
        double granted = proposal.getHoursGranted();
        double used = proposal.getHoursUsed();
        double percent = granted == 0 ? 0 : 100 * used / granted;
        String line = String.format(Locale.ROOT, "%s (%s): %.0f %% of %.1f h", proposal.getCode(), proposal.getLead().name(), percent, granted);
        if (proposal.getHoursLostToWeather() > granted / 4) {
            line += ", much lost to weather";
        }
        return line;
    }
}

package meridian.log;

import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;

/** Writes log entries as text: reads them out field by field, which is its job. */
public class LogFormatter {
    public String format(LogEntry entry) {
        String mark =
                switch (entry.kind()) {
                    case NOTE -> " ";
                    case FRAME -> "*";
                    case FAULT -> "!";
                };
        return String.format(Locale.ROOT, "%s %+06.2f %s", mark, entry.hour(), entry.text());
    }

    public String format(List<LogEntry> entries) {
        return entries.stream().map(this::format).collect(Collectors.joining("\n"));
    }
}

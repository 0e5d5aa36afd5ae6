package meridian.plan;

import java.util.List;
import java.util.Optional;
import meridian.log.NightLog;
import meridian.scope.Dome;
import meridian.scope.Filter;
import meridian.scope.TelescopeControl;
import meridian.sky.Catalog;
import meridian.sky.Target;
import meridian.time.TimeLedger;
import meridian.weather.Reading;
import meridian.weather.WeatherStation;

/** The one door for scripts and the web page: every call is handed to whoever can answer it. */
public class Observatory {
    private final Catalog catalog;
    private final TelescopeControl telescope;
    private final Dome dome;
    private final WeatherStation station;
    private final TimeLedger ledger;
    private final NightLog log;

    public Observatory(Catalog catalog, TelescopeControl telescope, Dome dome, WeatherStation station, TimeLedger ledger, NightLog log) {
        this.catalog = catalog;
        this.telescope = telescope;
        this.dome = dome;
        this.station = station;
        this.ledger = ledger;
        this.log = log;
    }

    public Optional<Target> target(String name) {
        return catalog.find(name);
    }

    public void openDome(double hour) {
        dome.open();
        telescope.unpark();
        log.note(hour, "dome open");
    }

    public void closeDome(double hour, String why) {
        telescope.park();
        dome.close();
        log.note(hour, "dome closed: " + why);
    }

    public double pointAt(String name, double hour) {
        Target target = target(name).orElseThrow(() -> new IllegalArgumentException("no such target: " + name));
        double seconds = telescope.slewTo(target.getPlace().ra(), target.getPlace().dec(), 2000);
        log.note(hour, "pointing at " + name);
        return seconds;
    }

    public void useFilter(Filter filter) {
        telescope.selectFilter(filter);
    }

    public Optional<Reading> weather() {
        return station.latest();
    }

    public void book(String proposal, double hours) {
        ledger.book(proposal, hours);
    }

    public List<String> events() {
        return telescope.getEvents();
    }
}

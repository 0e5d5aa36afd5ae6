package meridian.plan;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import meridian.exposure.Exposure;
import meridian.exposure.ExposureCalculator;
import meridian.exposure.Sequence;
import meridian.scope.Camera;
import meridian.scope.Filter;
import meridian.sky.Airmass;
import meridian.sky.Coordinates;
import meridian.sky.Horizon;
import meridian.sky.Moon;
import meridian.sky.Site;
import meridian.sky.Target;
import meridian.weather.DewPoint;
import meridian.weather.Reading;

/**
 * Plans a night: which targets, in which order, with which exposures, and whether the weather lets us.
 *
 * @see Schedule
 */
public class NightPlanner {
    private static final double LOWEST_ALTITUDE = 25;

    private final Site site;
    private final Horizon horizon;
    private final Night night;
    private final Moon moon;
    private final Camera camera;
    private final ExposureCalculator calculator;

    /** Wind above which the dome stays closed, metres a second. */
    private double windLimit = 12;

    /** Gusts may exceed the limit by this factor. */
    private double gustFactor = 1.3;

    private double humidityLimit = 85;
    private double dewMargin = 2.0;
    private double cloudLimit = 0.6;
    private final List<Reading> weatherReadings = new ArrayList<>();

    private double priorityWeight = 10;
    private double airmassWeight = 6;
    private double moonWeight = 4;
    private double urgencyWeight = 3; // targets that set soon
    private final Map<String, Double> scoreBonus = new LinkedHashMap<>();

    private final Map<String, Double> budgetHours = new LinkedHashMap<>();
    private final Map<String, Double> plannedHours = new LinkedHashMap<>();
    private double budgetReserve = 0.1;

    public NightPlanner(Site site, Night night, Moon moon, Camera camera, double skyBrightness) {
        this.site = site;
        this.night = night;
        this.moon = moon;
        this.camera = camera;
        this.horizon = new Horizon(site);
        this.calculator = new ExposureCalculator(camera, skyBrightness);
    }

    // ------------------------------------------------------------------ plan

    /**
     * Fills the night.
     *
     * @param wanted signal to noise to reach in every filter
     */
    public Schedule plan(List<Target> targets, List<Filter> filters, String proposal, double wanted) {
        Schedule schedule = new Schedule(night);
        List<Target> left = new ArrayList<>(targets);
        while (!left.isEmpty()) {
            double hour = night.dusk() + schedule.hoursUsed();
            double sidereal = site.siderealTime(night.midnightSidereal(), hour);
            Target best = bestTarget(left, sidereal);
            if (best == null) {
                break;
            }
            left.remove(best);
            Block block = new Block(best, sequenceFor(best, filters, wanted), proposal);
            if (!fitsBudget(proposal, block.hours())) {
                continue;
            }
            if (schedule.append(block)) {
                spendBudget(proposal, block.hours());
            }
        }
        return schedule;
    }

    private Sequence sequenceFor(Target target, List<Filter> filters, double wanted) {
        Sequence sequence = new Sequence(camera);
        double glare = moon.glareAt(target.getPlace());
        for (Filter filter : filters) {
            double seconds = calculator.secondsFor(target.getMagnitude(), filter, wanted, glare);
            double longest = Math.min(600, calculator.saturationSeconds(target.getMagnitude(), filter));
            int count = (int) Math.max(1, Math.ceil(seconds / longest));
            sequence.add(new Exposure(target, filter, seconds / count, count));
        }
        return sequence;
    }

    // --------------------------------------------------------------- weather

    /** Takes a reading of the station into account. Readings come in the order of time. */
    public void addWeatherReading(Reading reading) {
        if (!weatherReadings.isEmpty() && reading.hour() < weatherReadings.get(weatherReadings.size() - 1).hour()) {
            throw new IllegalArgumentException("reading from the past: " + reading.hour());
        }
        weatherReadings.add(reading);
    }

    /**
     * Whether the dome may be open, by the latest reading. Without any it may not.
     */
    public boolean isWeatherSafe() {
        if (weatherReadings.isEmpty()) {
            return false;
        }
        Reading last = weatherReadings.get(weatherReadings.size() - 1);
        return weatherProblem(last) == null;
    }

    /** What keeps the dome closed at a reading, or null. */
    public String weatherProblem(Reading reading) {
        if (reading.wind() > windLimit * (isWeatherCalming() ? gustFactor : 1)) {
            return "wind " + reading.wind() + " m/s";
        }
        if (reading.humidity() > humidityLimit) {
            return "humidity " + reading.humidity() + " %";
        }
        if (reading.temperature() - DewPoint.of(reading.temperature(), reading.humidity()) < dewMargin) {
            return "dew";
        }
        return reading.cloud() > cloudLimit ? "clouds" : null;
    }

    /** Hours of the night so far in which the dome could be open. */
    public double safeWeatherHours() {
        double hours = 0;
        for (int i = 1; i < weatherReadings.size(); i++) {
            Reading before = weatherReadings.get(i - 1);
            Reading now = weatherReadings.get(i);
            if (weatherProblem(before) == null && weatherProblem(now) == null) {
                hours += now.hour() - before.hour();
            }
        }
        return hours;
    }

    /* Wind falling over the last three readings. */
    private boolean isWeatherCalming() {
        int size = weatherReadings.size();
        return size >= 3
                && weatherReadings.get(size - 1).wind() < weatherReadings.get(size - 2).wind()
                && weatherReadings.get(size - 2).wind() < weatherReadings.get(size - 3).wind();
    }

    public void setWeatherLimits(double wind, double humidity, double cloud) {
        if (wind <= 0 || humidity <= 0 || cloud < 0) {
            throw new IllegalArgumentException("limits must be positive");
        }
        windLimit = wind;
        humidityLimit = humidity;
        cloudLimit = cloud;
    }

    public void setDewMargin(double dewMargin) {
        this.dewMargin = dewMargin;
    }

    // --------------------------------------------------------------- scoring

    /** The target to observe next, or null when none is up. */
    public Target bestTarget(List<Target> targets, double sidereal) {
        return targets.stream()
                .filter(target -> !target.isObserved())
                .filter(target -> horizon.isUp(target.getPlace(), sidereal, LOWEST_ALTITUDE))
                .max(Comparator.comparingDouble(target -> score(target, sidereal)))
                .orElse(null);
    }

    /**
     * How much a target deserves to be next. Higher is better.
     *
     * @param sidereal sidereal time in hours
     */
    public double score(Target target, double sidereal) {
        double score = priorityWeight * (6 - target.getPriority());
        score -= airmassWeight * (airmass(target.getPlace(), sidereal).value() - 1);
        score -= moonWeight * moon.glareAt(target.getPlace());
        score += urgencyWeight * urgencyScore(target.getPlace(), sidereal);
        return score + scoreBonus.getOrDefault(target.getName(), 0.0);
    }

    /** 1 for a target that sets within the hour, 0 for one that is up all night. */
    private double urgencyScore(Coordinates place, double sidereal) {
        for (int hour = 1; hour <= 6; hour++) {
            if (!horizon.isUp(place, (sidereal + hour) % 24, LOWEST_ALTITUDE)) {
                return 1.0 / hour;
            }
        }
        return 0;
    }

    public void setScoreWeights(double priority, double airmass, double moonlight) {
        priorityWeight = priority;
        airmassWeight = airmass;
        moonWeight = moonlight;
    }

    public void setUrgencyWeight(double weight) {
        urgencyWeight = weight;
    }

    public void addScoreBonus(String targetName, double bonus) {
        scoreBonus.merge(targetName, bonus, Double::sum);
    }

    private Airmass airmass(Coordinates place, double sidereal) {
        return Airmass.at(horizon.altitude(place, sidereal));
    }

    // ---------------------------------------------------------------- budget

    /** Gives a proposal hours to plan with. */
    public void grantBudget(String proposal, double hours) {
        if (hours < 0) {
            throw new IllegalArgumentException("negative hours for " + proposal);
        }
        budgetHours.merge(proposal, hours, Double::sum);
    }

    /** A proposal without a budget may use what is left of the night. */
    public boolean fitsBudget(String proposal, double hours) {
        Double granted = budgetHours.get(proposal);
        if (granted == null) {
            return true;
        }
        return plannedHours.getOrDefault(proposal, 0.0) + hours <= granted * (1 - budgetReserve) + 1e-9;
    }

    public void spendBudget(String proposal, double hours) {
        plannedHours.merge(proposal, hours, Double::sum);
    }

    public double budgetLeft(String proposal) {
        double granted = budgetHours.getOrDefault(proposal, 0.0);
        return Math.max(0, granted - plannedHours.getOrDefault(proposal, 0.0));
    }

    public void setBudgetReserve(double share) {
        if (share < 0 || share >= 1) {
            throw new IllegalArgumentException("a share from 0 up to 1: " + share);
        }
        budgetReserve = share;
    }
}

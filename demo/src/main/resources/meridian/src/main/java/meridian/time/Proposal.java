package meridian.time;

import java.util.ArrayList;
import java.util.List;

/** A request for time, with what became of it. */
public class Proposal {
    private final String code;
    private final Observer lead;
    private final double hoursAsked;
    private double hoursGranted;
    private double hoursUsed;
    private double hoursLostToWeather;
    private int grade;
    private final List<String> targetNames = new ArrayList<>();

    public Proposal(String code, Observer lead, double hoursAsked) {
        this.code = code;
        this.lead = lead;
        this.hoursAsked = hoursAsked;
    }

    public String getCode() {
        return code;
    }

    public Observer getLead() {
        return lead;
    }

    public double getHoursAsked() {
        return hoursAsked;
    }

    public double getHoursGranted() {
        return hoursGranted;
    }

    public void setHoursGranted(double hours) {
        if (hours > hoursAsked) {
            throw new IllegalArgumentException("more granted than asked for: " + hours);
        }
        this.hoursGranted = hours;
    }

    public double getHoursUsed() {
        return hoursUsed;
    }

    public void addHoursUsed(double hours) {
        hoursUsed += hours;
    }

    public double getHoursLostToWeather() {
        return hoursLostToWeather;
    }

    public void addHoursLost(double hours) {
        hoursLostToWeather += hours;
    }

    public int getGrade() {
        return grade;
    }

    public void setGrade(int grade) {
        this.grade = grade;
    }

    public List<String> getTargetNames() {
        return targetNames;
    }
}

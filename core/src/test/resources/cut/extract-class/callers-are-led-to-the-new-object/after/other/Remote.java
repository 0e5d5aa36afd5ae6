package other;

import meridian.Station;

class Remote extends Station {
    boolean quiet(Station far) {
        return far.weather().isCalm() && weather().humidity < 50;
    }
}

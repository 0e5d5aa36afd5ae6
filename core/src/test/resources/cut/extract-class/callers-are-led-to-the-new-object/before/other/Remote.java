package other;

import meridian.Station;

class Remote extends Station {
    boolean quiet(Station far) {
        return far.isCalm() && humidity < 50;
    }
}

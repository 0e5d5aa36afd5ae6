package meridian;

import java.io.Serializable;

class Reading implements Serializable {
    private double wind;
    private double cloud;

    double gust() {
        return wind * 2;
    }

    double cloudy() {
        return cloud;
    }
}

package meridian;

import java.io.Serializable;

class Reading implements Serializable {
    private final Wind itsWind = new Wind();
    private double cloud;

    double cloudy() {
        return cloud;
    }
}

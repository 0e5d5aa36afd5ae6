package meridian;

import java.io.Serializable;

class Reading implements Serializable {
    private static final long serialVersionUID = 1L;
    private final Wind itsWind = new Wind();
    private double cloud;

    double cloudy() {
        return cloud;
    }
}

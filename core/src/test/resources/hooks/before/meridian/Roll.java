package meridian;

import java.io.Serializable;

public class Roll implements Serializable {
    private final transient Sky sky = new Sky();
    private transient int guess = 1;
    private transient int asked;
    private final transient int most = 9;
    private int kept = 4;
    private int weight = 6;

    int twice() {
        asked++;
        return guess * 2 + asked + most + kept + sky.stars;
    }

    int heavy() {
        weight++;
        return weight * 2;
    }
}

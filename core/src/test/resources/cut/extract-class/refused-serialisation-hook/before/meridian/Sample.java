package meridian;

import java.io.ObjectInputStream;
import java.io.Serializable;

class Sample implements Serializable {
    private int value;

    private void readObject(ObjectInputStream in) {
        value = 2;
    }
}

package meridian;

import java.io.IOException;
import java.io.ObjectInputStream;
import java.io.ObjectOutputStream;
import java.io.Serializable;

public class Plate implements Serializable {
    private static final long serialVersionUID = 1L;
    private final Sky sky = new Sky();
    private int exposures = 3;
    private final int scale = 2;
    private transient int guess = 1;

    int total() {
        int twice = exposures * 2;
        int left = twice - 7;
        return left + guess + scale + sky.stars;
    }

    private void writeObject(ObjectOutputStream out) throws IOException {
        int kept = exposures + 1;
        out.writeInt(kept + sky.stars);
    }

    private void readObject(ObjectInputStream in) throws IOException {
        exposures = in.readInt() + sky.stars;
    }

    private void readObjectNoData() {
        exposures = sky.stars;
    }

    private Object readResolve() {
        return sky.stars == 0 ? this : new Plate();
    }

    protected Object writeReplace() {
        return sky.stars == 0 ? this : new Plate();
    }
}

package meridian;

import java.io.ObjectStreamField;
import java.io.Serializable;

public class Frame implements Serializable {
    private static final long serialVersionUID = 1L;
    private static final ObjectStreamField[] serialPersistentFields = {new ObjectStreamField("width", int.class)};
    private int width = 4;
    private int height = 5;

    int area() {
        return width * height;
    }
}

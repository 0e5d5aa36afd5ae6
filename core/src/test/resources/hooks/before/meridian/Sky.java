package meridian;

import java.io.Serializable;

public class Sky implements Serializable {
    private static final long serialVersionUID = 1L;
    int stars;
}

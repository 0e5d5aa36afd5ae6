package meridian;

import other.*;

class Console {
    Object weather = new Weather();
}

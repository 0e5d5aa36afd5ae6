package meridian;

class Console {
    int go() {
        return Driver.move(2);
    }
}

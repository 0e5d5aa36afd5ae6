package meridian;

class Star {
    private int rank;

    int order() {
        return rank + Hidden.base();
    }

    int twice() {
        return order() * 2;
    }
}

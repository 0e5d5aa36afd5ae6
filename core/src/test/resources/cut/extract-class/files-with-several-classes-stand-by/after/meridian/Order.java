package meridian;

class Order {
    private int rank;

    int order() {
        return rank + Hidden.base();
    }
}

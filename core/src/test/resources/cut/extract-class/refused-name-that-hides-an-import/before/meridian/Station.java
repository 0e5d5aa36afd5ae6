package meridian;

class Station {
    private int wind;

    int gust() {
        return wind;
    }
}

package meridian;

class Wind implements java.io.Serializable {
    private double wind;

    double gust() {
        return wind * 2;
    }
}

package meridian;

class Weights {
    private double weight = 2;

    double rank(double altitude) {
        return altitude * weight;
    }
}

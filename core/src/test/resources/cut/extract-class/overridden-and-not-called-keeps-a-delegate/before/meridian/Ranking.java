package meridian;

class Ranking {
    private double weight = 2;

    double rank(double altitude) {
        return altitude * weight;
    }

    double best(double one, double two) {
        return Math.max(rank(one), rank(two));
    }
}

package meridian;

class Ranking {
    private final Weights weights = new Weights();

    double rank(double altitude) {
        return weights.rank(altitude);
    }

    double best(double one, double two) {
        return Math.max(rank(one), rank(two));
    }
}

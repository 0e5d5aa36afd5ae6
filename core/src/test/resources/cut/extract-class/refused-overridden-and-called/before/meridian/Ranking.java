package meridian;

class Ranking {
    private double weight = 2;

    double rank(double altitude) {
        return altitude * weight;
    }

    double best(double... altitudes) {
        double best = 0;
        for (double one : altitudes) {
            best = Math.max(best, rank(one));
        }
        return best;
    }
}

package meridian;

class SouthRanking extends Ranking {
    @Override
    double rank(double altitude) {
        return -altitude;
    }
}

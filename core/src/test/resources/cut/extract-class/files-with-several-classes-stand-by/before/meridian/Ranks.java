package meridian;

class Ranks {
    int rank(int order) {
        int rank = order + Hidden.base();
        return rank;
    }
}

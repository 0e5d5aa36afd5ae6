package meridian;

class Mast extends Station {
    double strain() {
        return gust(1.5) + super.gust(2) + this.wind;
    }
}

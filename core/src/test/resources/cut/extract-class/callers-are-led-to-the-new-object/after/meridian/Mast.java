package meridian;

class Mast extends Station {
    double strain() {
        return weather().gust(1.5) + super.weather().gust(2) + this.weather().wind;
    }
}

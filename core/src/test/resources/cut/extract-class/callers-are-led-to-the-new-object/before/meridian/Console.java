package meridian;

class Console {
    double read(Station station) {
        station.wind = 3;
        station.wind++;
        return station.isCalm() ? station./* in m/s */wind : station.<Double>gust(2);
    }
}

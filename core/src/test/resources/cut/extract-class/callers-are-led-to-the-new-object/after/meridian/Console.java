package meridian;

class Console {
    double read(Station station) {
        station.weather().wind = 3;
        station.weather().wind++;
        return station.weather().isCalm() ? station.weather()./* in m/s */wind : station.weather().<Double>gust(2);
    }
}

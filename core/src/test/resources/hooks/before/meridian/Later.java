package meridian;

public class Later {
    private final Sky sky = new Sky();

    public void main() {
        sky.stars = 1;
    }
}

package meridian;

public interface Light {
    int level();
}

package meridian;

public class Start {
    static int nights;

    public static void main(String[] arguments) {
        nights = arguments.length;
    }
}

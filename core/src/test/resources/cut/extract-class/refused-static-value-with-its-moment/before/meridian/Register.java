package meridian;

class Register {
    static int numbers;
    static int first = ++numbers;

    static boolean isFirst(int number) {
        return number == first;
    }
}

package meridian;

class Bonus {
    private int bonus = 1;

    int of(int priority) {
        return priority + bonus;
    }
}

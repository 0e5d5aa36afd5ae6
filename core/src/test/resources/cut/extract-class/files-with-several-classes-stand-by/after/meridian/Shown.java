package meridian;

class Shown {
    int many(Star star) {
        int sum = 0;
        for (int index = 0; index < 3; index++) {
            sum += index;
        }
        return sum;
    }

    int drilled() {
        int order2 = 1;
        return order2;
    }
}

class Hidden {
    static int base() {
        return 3;
    }
}

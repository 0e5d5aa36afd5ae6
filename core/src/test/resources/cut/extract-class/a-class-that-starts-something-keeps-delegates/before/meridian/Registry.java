package meridian;

class Registry {
    static void add(String name) {
        System.out.println(name);
    }
}

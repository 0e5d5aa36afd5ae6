package meridian;

class Star {
    private final Order order = new Order();

    int twice() {
        return order.order() * 2;
    }
}

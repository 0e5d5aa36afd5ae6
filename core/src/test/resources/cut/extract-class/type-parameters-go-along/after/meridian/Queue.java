package meridian;

import java.util.Comparator;
import java.util.Map;

class Queue<K, T extends Comparable<T>, C extends Comparator<T>> {
    private final Waiting<T> itsWaiting = new Waiting<>();
    private final Map<K, C> orders;

    Queue(Map<K, C> orders) {
        this.orders = orders;
    }

    boolean drain(Queue<K, T, C> other) {
        other.itsWaiting.waiting.addAll(itsWaiting.waiting);
        return orders.isEmpty() && itsWaiting.next() == null;
    }
}

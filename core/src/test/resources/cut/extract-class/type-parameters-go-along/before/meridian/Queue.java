package meridian;

import java.util.ArrayDeque;
import java.util.Comparator;
import java.util.Deque;
import java.util.Map;

class Queue<K, T extends Comparable<T>, C extends Comparator<T>> {
    private final Deque<T> waiting = new ArrayDeque<>();
    private final Map<K, C> orders;

    Queue(Map<K, C> orders) {
        this.orders = orders;
    }

    <X extends T> X add(X target) {
        waiting.add(target);
        return target;
    }

    T next() {
        return waiting.poll();
    }

    boolean drain(Queue<K, T, C> other) {
        other.waiting.addAll(waiting);
        return orders.isEmpty() && next() == null;
    }
}

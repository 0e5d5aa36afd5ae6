package meridian;

import java.util.ArrayDeque;
import java.util.Deque;

class Waiting<T extends Comparable<T>> {
    final Deque<T> waiting = new ArrayDeque<>();

    <X extends T> X add(X target) {
        waiting.add(target);
        return target;
    }

    T next() {
        return waiting.poll();
    }
}

package meridian;

class Label {
    private String name;

    public String toString() {
        return name;
    }

    /** By name. */
    public int compareTo(String other) {
        return name.compareTo(other);
    }
}
